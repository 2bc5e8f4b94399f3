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
const JobFilePage = lazy(() => import('./jobs/JobFilePage.tsx').then((m) => ({ default: m.JobFilePage })))
const WorkshopPage = lazy(() => import('./people/WorkshopPage.tsx').then((m) => ({ default: m.WorkshopPage })))
const TakeInPage = lazy(() => import('./printers/TakeInPage.tsx').then((m) => ({ default: m.TakeInPage })))
const CataloguePage = lazy(() => import('./parts/CataloguePage.tsx').then((m) => ({ default: m.CataloguePage })))
const SpoolsPage = lazy(() => import('./stores/SpoolsPage.tsx').then((m) => ({ default: m.SpoolsPage })))
const ImportPage = lazy(() => import('./exchange/ImportPage.tsx').then((m) => ({ default: m.ImportPage })))
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
            <Route path="/job-file" element={<JobFilePage />} />
            <Route path="/workshop" element={<WorkshopPage />} />
            <Route path="/take-in" element={<TakeInPage />} />
            <Route path="/take-in/:id" element={<TakeInPage />} />
            <Route path="/catalogue" element={<CataloguePage />} />
            <Route path="/spools" element={<SpoolsPage />} />
            <Route path="/import" element={<ImportPage />} />
            <Route path="/bench" element={<BenchPage />} />
            <Route path="*" element={<Nothing title="There is no page at this address." />} />
          </Routes>
        </Suspense>
      </Shell>
    </SignedIn>
  )
}
