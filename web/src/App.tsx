import { lazy, Suspense } from 'react'
import { Link, Navigate, Route, Routes } from 'react-router'
import { LogbookPage } from './logbook/LogbookPage.tsx'
import { PlanPage } from './plan/PlanPage.tsx'
import { RoundPage } from './plan/RoundPage.tsx'
import { FloorPage } from './printers/FloorPage.tsx'
import { PrinterPage } from './printers/PrinterPage.tsx'
import { Guarded } from './shell/Broken.tsx'
import { Shell } from './shell/Shell.tsx'
import { SignedIn } from './shell/SignedIn.tsx'
import { Waiting } from './ui/AsyncView.tsx'
import { NothingHere } from './ui/NothingHere.tsx'

// The desk's screens come when they are asked for; what is needed at the machine is there at once.
const LivesPage = lazy(() => import('./lives/LivesPage.tsx').then((m) => ({ default: m.LivesPage })))
const ScorePage = lazy(() => import('./lives/ScorePage.tsx').then((m) => ({ default: m.ScorePage })))
const RepairsPage = lazy(() => import('./lives/RepairsPage.tsx').then((m) => ({ default: m.RepairsPage })))
const LifePage = lazy(() => import('./lives/LifePage.tsx').then((m) => ({ default: m.LifePage })))
const JobFilePage = lazy(() => import('./jobs/JobFilePage.tsx').then((m) => ({ default: m.JobFilePage })))
const WorkshopPage = lazy(() => import('./people/WorkshopPage.tsx').then((m) => ({ default: m.WorkshopPage })))
const TakeInPage = lazy(() => import('./printers/TakeInPage.tsx').then((m) => ({ default: m.TakeInPage })))
const CataloguePage = lazy(() => import('./parts/CataloguePage.tsx').then((m) => ({ default: m.CataloguePage })))
const CostsPage = lazy(() => import('./reports/CostsPage.tsx').then((m) => ({ default: m.CostsPage })))
const StoresPage = lazy(() => import('./stores/StoresPage.tsx').then((m) => ({ default: m.StoresPage })))
const ItemPage = lazy(() => import('./stores/ItemPage.tsx').then((m) => ({ default: m.ItemPage })))
const UpgradesPage = lazy(() => import('./upgrades/UpgradesPage.tsx').then((m) => ({ default: m.UpgradesPage })))
const UpgradePage = lazy(() => import('./upgrades/UpgradePage.tsx').then((m) => ({ default: m.UpgradePage })))
const DesignPage = lazy(() => import('./upgrades/DesignPage.tsx').then((m) => ({ default: m.DesignPage })))
const SpoolsPage = lazy(() => import('./stores/SpoolsPage.tsx').then((m) => ({ default: m.SpoolsPage })))
const ImportPage = lazy(() => import('./exchange/ImportPage.tsx').then((m) => ({ default: m.ImportPage })))
const CheckPage = lazy(() => import('./checks/CheckPage.tsx').then((m) => ({ default: m.CheckPage })))
const ChecksPage = lazy(() => import('./checks/ChecksPage.tsx').then((m) => ({ default: m.ChecksPage })))
const CheckTypePage = lazy(() => import('./checks/CheckTypePage.tsx').then((m) => ({ default: m.CheckTypePage })))
const DriftingPage = lazy(() => import('./readings/DriftingPage.tsx').then((m) => ({ default: m.DriftingPage })))
const FaultsPage = lazy(() => import('./faults/FaultsPage.tsx').then((m) => ({ default: m.FaultsPage })))
const FaultDeskPage = lazy(() => import('./faults/FaultDeskPage.tsx').then((m) => ({ default: m.FaultDeskPage })))
const KnowledgePage = lazy(() =>
  import('./faults/knowledge/KnowledgePage.tsx').then((m) => ({ default: m.KnowledgePage })),
)
const TimeDownPage = lazy(() => import('./faults/TimeDownPage.tsx').then((m) => ({ default: m.TimeDownPage })))
const ReportPage = lazy(() => import('./faults/ReportPage.tsx').then((m) => ({ default: m.ReportPage })))
const PeoplePage = lazy(() => import('./people/PeoplePage.tsx').then((m) => ({ default: m.PeoplePage })))
const JoinPage = lazy(() => import('./people/JoinPage.tsx').then((m) => ({ default: m.JoinPage })))
const EntryPage = lazy(() => import('./logbook/EntryPage.tsx').then((m) => ({ default: m.EntryPage })))
const HandoverPage = lazy(() => import('./logbook/HandoverPage.tsx').then((m) => ({ default: m.HandoverPage })))
const BookCheckPage = lazy(() => import('./logbook/BookCheckPage.tsx').then((m) => ({ default: m.BookCheckPage })))
const OutboxPage = lazy(() => import('./shell/OutboxPage.tsx').then((m) => ({ default: m.OutboxPage })))
const StarterLibraryPage = lazy(() =>
  import('./library/StarterLibraryPage.tsx').then((m) => ({ default: m.StarterLibraryPage })),
)
const FirstStepsPage = lazy(() => import('./library/FirstStepsPage.tsx').then((m) => ({ default: m.FirstStepsPage })))
const CountManyPage = lazy(() => import('./hours/CountManyPage.tsx').then((m) => ({ default: m.CountManyPage })))
const GuidePage = lazy(() => import('./guide/GuidePage.tsx').then((m) => ({ default: m.GuidePage })))
const TrainerPage = lazy(() => import('./trainer/TrainerPage.tsx').then((m) => ({ default: m.TrainerPage })))
const BenchPage = lazy(() => import('./bench/BenchPage.tsx').then((m) => ({ default: m.BenchPage })))

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

function Inside() {
  return (
    <SignedIn>
      <Shell>
        <Guarded>
          <Suspense fallback={<Waiting />}>
            <Routes>
              <Route path="/" element={<Navigate to="/floor" replace />} />
              <Route path="/floor" element={<FloorPage />} />
              <Route path="/printers/:id" element={<PrinterPage />} />
              <Route path="/round" element={<RoundPage />} />
              <Route path="/plan" element={<PlanPage />} />
              <Route path="/check/:id" element={<CheckPage />} />
              <Route path="/checks" element={<ChecksPage />} />
              <Route path="/checks/:id" element={<CheckTypePage />} />
              <Route path="/drifting" element={<DriftingPage />} />
              <Route path="/faults" element={<FaultsPage />} />
              <Route path="/faults/:id" element={<FaultDeskPage />} />
              <Route path="/knowledge" element={<KnowledgePage />} />
              <Route path="/time-down" element={<TimeDownPage />} />
              <Route path="/people" element={<PeoplePage />} />
              <Route path="/logbook/:seq" element={<EntryPage />} />
              <Route path="/handover" element={<HandoverPage />} />
              <Route path="/book-check" element={<BookCheckPage />} />
              <Route path="/outbox" element={<OutboxPage />} />
              <Route path="/lives" element={<LivesPage />} />
              <Route path="/lives/score" element={<ScorePage />} />
              <Route path="/lives/repairs" element={<RepairsPage />} />
              <Route path="/lives/:id" element={<LifePage />} />
              <Route path="/logbook" element={<LogbookPage />} />
              <Route path="/job-file" element={<JobFilePage />} />
              <Route path="/workshop" element={<WorkshopPage />} />
              <Route path="/take-in" element={<TakeInPage />} />
              <Route path="/take-in/:id" element={<TakeInPage />} />
              <Route path="/library" element={<StarterLibraryPage />} />
              <Route path="/first-steps" element={<FirstStepsPage />} />
              <Route path="/catalogue" element={<CataloguePage />} />
              <Route path="/costs" element={<CostsPage />} />
              <Route path="/stores" element={<StoresPage />} />
              <Route path="/stores/:id" element={<ItemPage />} />
              <Route path="/upgrades" element={<UpgradesPage />} />
              <Route path="/upgrades/new" element={<DesignPage />} />
              <Route path="/upgrades/:id" element={<UpgradePage />} />
              <Route path="/upgrades/:id/change" element={<DesignPage />} />
              <Route path="/spools" element={<SpoolsPage />} />
              <Route path="/import" element={<ImportPage />} />
              <Route path="/count" element={<CountManyPage />} />
              <Route path="/guide" element={<GuidePage />} />
              <Route path="/bench" element={<BenchPage />} />
              <Route path="/trainer" element={<TrainerPage />} />
              <Route
                path="*"
                element={
                  <NothingHere
                    title="No page here"
                    says="There is no page at this address."
                    to="/floor"
                    way="To the Floor"
                  />
                }
              />
            </Routes>
          </Suspense>
        </Guarded>
      </Shell>
    </SignedIn>
  )
}
