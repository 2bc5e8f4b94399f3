import { Suspense, useEffect } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { page } from './page.ts'
import { Guarded } from './shell/Broken.tsx'
import { Shell } from './shell/Shell.tsx'
import { Waiting } from './ui/AsyncView.tsx'
import { NothingHere } from './ui/NothingHere.tsx'

// What is needed at the machine is fetched as soon as there is nothing else to do, so that it is there when the line is gone.
const FloorPage = page(() => import('./printers/FloorPage.tsx'), 'FloorPage')
const PrinterPage = page(() => import('./printers/PrinterPage.tsx'), 'PrinterPage')
const RoundPage = page(() => import('./plan/RoundPage.tsx'), 'RoundPage')
const PlanPage = page(() => import('./plan/PlanPage.tsx'), 'PlanPage')
const LogbookPage = page(() => import('./logbook/LogbookPage.tsx'), 'LogbookPage')
const CheckPage = page(() => import('./checks/CheckPage.tsx'), 'CheckPage')
const atTheMachine = [FloorPage, PrinterPage, RoundPage, PlanPage, LogbookPage, CheckPage]

// The desk's screens come when they are asked for.
const LivesPage = page(() => import('./lives/LivesPage.tsx'), 'LivesPage')
const ScorePage = page(() => import('./lives/ScorePage.tsx'), 'ScorePage')
const RepairsPage = page(() => import('./lives/RepairsPage.tsx'), 'RepairsPage')
const LifePage = page(() => import('./lives/LifePage.tsx'), 'LifePage')
const JobFilePage = page(() => import('./jobs/JobFilePage.tsx'), 'JobFilePage')
const WorkshopPage = page(() => import('./people/WorkshopPage.tsx'), 'WorkshopPage')
const TakeInPage = page(() => import('./printers/TakeInPage.tsx'), 'TakeInPage')
const CataloguePage = page(() => import('./parts/CataloguePage.tsx'), 'CataloguePage')
const CostsPage = page(() => import('./costs/CostsPage.tsx'), 'CostsPage')
const StoresPage = page(() => import('./stores/StoresPage.tsx'), 'StoresPage')
const ItemPage = page(() => import('./stores/ItemPage.tsx'), 'ItemPage')
const UpgradesPage = page(() => import('./upgrades/UpgradesPage.tsx'), 'UpgradesPage')
const UpgradePage = page(() => import('./upgrades/UpgradePage.tsx'), 'UpgradePage')
const DesignPage = page(() => import('./upgrades/DesignPage.tsx'), 'DesignPage')
const SpoolsPage = page(() => import('./stores/SpoolsPage.tsx'), 'SpoolsPage')
const ImportPage = page(() => import('./exchange/ImportPage.tsx'), 'ImportPage')
const ChecksPage = page(() => import('./checks/ChecksPage.tsx'), 'ChecksPage')
const CheckTypePage = page(() => import('./checks/CheckTypePage.tsx'), 'CheckTypePage')
const DriftingPage = page(() => import('./drifting/DriftingPage.tsx'), 'DriftingPage')
const FaultsPage = page(() => import('./faults/FaultsPage.tsx'), 'FaultsPage')
const FaultDeskPage = page(() => import('./faults/FaultDeskPage.tsx'), 'FaultDeskPage')
const KnowledgePage = page(() => import('./faults/knowledge/KnowledgePage.tsx'), 'KnowledgePage')
const TimeDownPage = page(() => import('./timeDown/TimeDownPage.tsx'), 'TimeDownPage')
const PeoplePage = page(() => import('./people/PeoplePage.tsx'), 'PeoplePage')
const EntryPage = page(() => import('./logbook/EntryPage.tsx'), 'EntryPage')
const HandoverPage = page(() => import('./handover/HandoverPage.tsx'), 'HandoverPage')
const BookCheckPage = page(() => import('./logbook/BookCheckPage.tsx'), 'BookCheckPage')
const OutboxPage = page(() => import('./shell/OutboxPage.tsx'), 'OutboxPage')
const StarterLibraryPage = page(() => import('./library/StarterLibraryPage.tsx'), 'StarterLibraryPage')
const FirstStepsPage = page(() => import('./library/FirstStepsPage.tsx'), 'FirstStepsPage')
const CountManyPage = page(() => import('./hours/CountManyPage.tsx'), 'CountManyPage')
const GuidePage = page(() => import('./guide/GuidePage.tsx'), 'GuidePage')
const TrainerPage = page(() => import('./trainer/TrainerPage.tsx'), 'TrainerPage')
const BenchPage = page(() => import('./bench/BenchPage.tsx'), 'BenchPage')

const PiecesPage = import.meta.env.DEV ? page(() => import('./dev/PiecesPage.tsx'), 'PiecesPage') : null

/** Every screen of whoever is signed in, each at its own address. */
export function Rooms() {
  useEffect(() => whenIdle(() => atTheMachine.forEach((one) => one.preload())), [])
  return (
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
            {PiecesPage && <Route path="/dev/pieces" element={<PiecesPage />} />}
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
  )
}

/** @returns what takes it back */
function whenIdle(work: () => void): () => void {
  // Not every browser says when it is idle.
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(work, 1000)
    return () => clearTimeout(timer)
  }
  const asked = requestIdleCallback(work)
  return () => cancelIdleCallback(asked)
}
