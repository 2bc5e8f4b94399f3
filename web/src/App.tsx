import { lazy, Suspense } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { LogbookPage } from './logbook/LogbookPage.tsx'
import { RoundPage } from './plan/RoundPage.tsx'
import { FloorPage } from './printers/FloorPage.tsx'
import { PrinterPage } from './printers/PrinterPage.tsx'
import { Shell } from './shell/Shell.tsx'
import { SignedIn } from './shell/SignedIn.tsx'
import { Waiting } from './ui/AsyncView.tsx'
import { Nothing } from './ui/Nothing.tsx'

// The desk's screens come when they are asked for; what is needed at the machine is there at once.
const LivesPage = lazy(() => import('./lives/LivesPage.tsx').then((m) => ({ default: m.LivesPage })))
const LifePage = lazy(() => import('./lives/LifePage.tsx').then((m) => ({ default: m.LifePage })))
const BenchPage = lazy(() => import('./bench/BenchPage.tsx').then((m) => ({ default: m.BenchPage })))

/** Every screen has its own address. */
export function App() {
  return (
    <SignedIn>
      <Shell>
        <Suspense fallback={<Waiting />}>
          <Routes>
            <Route path="/" element={<Navigate to="/floor" replace />} />
            <Route path="/floor" element={<FloorPage />} />
            <Route path="/printers/:id" element={<PrinterPage />} />
            <Route path="/round" element={<RoundPage />} />
            <Route path="/lives" element={<LivesPage />} />
            <Route path="/lives/:id" element={<LifePage />} />
            <Route path="/logbook" element={<LogbookPage />} />
            <Route path="/bench" element={<BenchPage />} />
            <Route path="*" element={<Nothing title="There is no page at this address." />} />
          </Routes>
        </Suspense>
      </Shell>
    </SignedIn>
  )
}
