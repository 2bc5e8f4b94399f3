import { SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { takeInStepNames, type PrinterPage as Page } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { AsyncView, Waiting } from '../ui/AsyncView.tsx'
import { ago, moment, number } from '../ui/words.ts'
import { CountsView } from '../hours/CountsView.tsx'
import { ForecastView } from '../plan/ForecastView.tsx'
import { AsBuiltView } from './AsBuiltView.tsx'
import { HourRibbon } from './HourRibbon.tsx'
import classes from './PrinterPage.module.css'
import { ChecksDue } from '../checks/ChecksDue.tsx'
import { PrinterChecks } from '../checks/PrinterChecks.tsx'
import { OpenFaults } from '../faults/OpenFaults.tsx'
import { ReturnToService } from '../faults/ReturnToService.tsx'
import { Present } from '../forms/Present.tsx'
import { PrinterReadings } from '../readings/PrinterReadings.tsx'
import { Enclosure } from './Enclosure.tsx'
import { usePrinter } from '../reads/printers.ts'
import { useStandsStill } from '../reads/useStandsStill.ts'
import { Buttons } from './page/Buttons.tsx'
import type { Doing } from './page/doing.ts'
import { Head } from './page/Head.tsx'
import { WearAndLog } from './page/WearAndLog.tsx'
import { PrinterDialog } from './page/PrinterDialog.tsx'

const views = ['Wear and log', 'Checks', 'Readings', 'As built', 'Counts', 'Forecast'] as const
type View = (typeof views)[number]

/** One printer: may it be used, what has it run, what is worn, what was done. */
export function PrinterPage() {
  const { id = '' } = useParams()
  const page = usePrinter(id)
  return <AsyncView of={page}>{(data) => <Printer key={id} page={data} />}</AsyncView>
}

function Printer({ page }: { page: Page }) {
  const { may } = useSession()
  const [search, setSearch] = useSearchParams()
  const { printer, slots } = page
  // The label of a slot leads here: straight to its swap.
  const scanned = slots.find(({ id }) => id === search.get('slot'))
  const [doing, setDoing] = useState<Doing | null>(
    scanned && may('swap parts') ? { what: 'swap', slotId: scanned.id } : null,
  )
  const standsStill = useStandsStill(printer.id)
  const asked = search.get('view') as View | null
  const view: View = asked && views.includes(asked) ? asked : 'Wear and log'
  return (
    <>
      <Head page={page} />
      <Buttons page={page} onDo={setDoing} />
      {!may('swap parts') && (
        <p className="quiet">
          Changing parts is for technicians and leads. If something is wrong, report a fault: they see it at once.
        </p>
      )}
      <Notices page={page} />
      {view !== 'Checks' && <ChecksDue printerId={printer.id} className={classes.notice} />}
      <Enclosure printerId={printer.id} />
      <AtWork people={page.atWork} />
      <Present printerId={printer.id} doing={doing ? 'filling in a form' : 'on its page'} />
      <ReturnToService printer={printer} />
      <OpenFaults printer={printer} faults={page.faults} duties={page.madeDuties} />
      {standsStill ? (
        <>
          {view === 'Wear and log' && <HourRibbon page={page} />}
          <div className={classes.views}>
            <SegmentedControl
              data={[...views]}
              value={view}
              onChange={(next) => setSearch(next === 'Wear and log' ? {} : { view: next }, { replace: true })}
              aria-label="What to show of this printer"
              mt="sm"
              mb="sm"
            />
          </div>
          <Shown view={view} page={page} onDo={setDoing} />
        </>
      ) : (
        <Waiting />
      )}
      {doing && <PrinterDialog doing={doing} page={page} onClose={() => setDoing(null)} />}
    </>
  )
}

function Shown({ view, page, onDo }: { view: View; page: Page; onDo: (doing: Doing) => void }) {
  const { printer } = page
  switch (view) {
    case 'Wear and log':
      return <WearAndLog page={page} onDo={onDo} />
    case 'Checks':
      return <PrinterChecks printer={printer} />
    case 'Readings':
      return <PrinterReadings printer={printer} />
    case 'As built':
      return <AsBuiltView printer={printer} />
    case 'Counts':
      return <CountsView printer={printer} />
    case 'Forecast':
      return <ForecastView printer={printer} />
  }
}

/** Being taken in, or printing. */
function Notices({ page }: { page: Page }) {
  const { site } = useSession()
  const { job, stepsDone } = page
  const { id, state } = page.printer
  return (
    <>
      {state === 'being taken in' && (
        <p role="note" className={classes.notice}>
          Being taken in, {stepsDone.length} of {takeInStepNames.length} steps done. It is not in service yet.{' '}
          <Link to={`/take-in/${id}`}>Go on with the take-in</Link>
        </p>
      )}
      {job && (
        <p role="note" className={classes.notice}>
          Printing <b>{job.name}</b> since {moment(job.startedAt, site.timeZone)}, planned {number(job.plannedHours, 3)}{' '}
          h{job.plannedMetres !== null && ` and ${number(job.plannedMetres, 3)} m`}.
        </p>
      )}
    </>
  )
}

/** Who is at work on it now. */
function AtWork({ people }: { people: Page['atWork'] }) {
  const { nowMs } = useSession()
  if (people.length === 0) return null
  return (
    <p role="note" className={classes.notice}>
      {people.map(({ who, since }) => `${who} is at work on it, begun ${ago(since, nowMs())}`).join('; ')}.
    </p>
  )
}
