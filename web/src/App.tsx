import { Suspense, useEffect } from 'react'
import { Link, Route, Routes } from 'react-router'
import { page } from './page.ts'
import { Guarded } from './shell/Broken.tsx'
import { SignedIn } from './shell/SignedIn.tsx'
import { Waiting } from './ui/AsyncView.tsx'

const ReportPage = page(() => import('./faults/ReportPage.tsx'), 'ReportPage')
const JoinPage = page(() => import('./shell/JoinPage.tsx'), 'JoinPage')
const Rooms = page(() => import('./Rooms.tsx'), 'Rooms')

/** Every screen has its own address; two of them need no account. */
export function App() {
  return (
    <Guarded>
      <Suspense fallback={<Waiting />}>
        <Routes>
          <Route path="/label-unknown" element={<LabelUnknown />} />
          <Route path="/report/:code" element={<ReportPage />} />
          <Route path="/join/:code" element={<JoinPage />} />
          <Route path="*" element={<Inside />} />
        </Routes>
      </Suspense>
    </Guarded>
  )
}

/** A label that was printed for something that is not known here. */
function LabelUnknown() {
  return (
    <main style={{ padding: '2rem', maxWidth: 560, margin: '0 auto' }}>
      <h1>This label is not known here</h1>
      <p>
        It belongs to nothing in this book: to another workshop, or to a book that was begun anew. Print a new label.
      </p>
      <Link to="/floor">To the Floor</Link>
    </main>
  )
}

/** Fetched beside the question who is there: neither waits for the other. Whoever scans a label needs nothing of it. */
function Inside() {
  useEffect(() => Rooms.preload(), [])
  return (
    <SignedIn>
      <Rooms />
    </SignedIn>
  )
}
