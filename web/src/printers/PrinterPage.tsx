import { Button, Menu, SegmentedControl } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { takeInStepNames, type PrinterPage as Page } from '@diatribon/contract'
import { EntryList } from '../logbook/EntryList.tsx'
import { useSlotKinds } from '../parts/useSlotKinds.ts'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import { ago, amount, day, hours, modelName, moment, number } from '../ui/words.ts'
import { CountForm } from '../hours/CountForm.tsx'
import { CountsView } from '../hours/CountsView.tsx'
import { FinishJobForm } from '../jobs/FinishJobForm.tsx'
import { ForecastView } from '../plan/ForecastView.tsx'
import { AddSlotForm } from './AddSlotForm.tsx'
import { AsBuiltView } from './AsBuiltView.tsx'
import { EmptySlotForm } from './EmptySlotForm.tsx'
import { MovePartForm } from './MovePartForm.tsx'
import { RetireForm } from './RetireForm.tsx'
import { SwapKitForm } from './SwapKitForm.tsx'
import { HoldForm } from './HoldForm.tsx'
import { HourRibbon } from './HourRibbon.tsx'
import { NoteForm } from './NoteForm.tsx'
import classes from './PrinterPage.module.css'
import { BeforePrint } from '../checks/BeforePrint.tsx'
import { ChecksDue } from '../checks/ChecksDue.tsx'
import { PrinterChecks } from '../checks/PrinterChecks.tsx'
import { DutyForm } from '../faults/DutyForm.tsx'
import { FaultForm } from '../faults/FaultForm.tsx'
import { GuardForm } from '../faults/GuardForm.tsx'
import { OpenFaults } from '../faults/OpenFaults.tsx'
import { ReturnToService } from '../faults/ReturnToService.tsx'
import { Present } from '../people/Present.tsx'
import { askWords, useSignedOff } from '../people/useHandsOn.tsx'
import { PrinterReadings } from '../readings/PrinterReadings.tsx'
import { Enclosure } from './Enclosure.tsx'
import { SwapPartForm } from './SwapPartForm.tsx'
import { usePrinter } from './reads.ts'

type Doing =
  | {
      what:
        | 'count'
        | 'note'
        | 'hold'
        | 'move'
        | 'retire'
        | 'finish'
        | 'fault'
        | 'duty'
        | 'guard'
        | 'add slot'
        | 'empty slot'
    }
  | { what: 'swap'; slotId: string | null }
  | { what: 'kit'; kit: string }

const views = ['Wear and log', 'Checks', 'Readings', 'As built', 'Counts', 'Forecast'] as const
type View = (typeof views)[number]

/** One printer: may it be used, what has it run, what is worn, what was done. */
export function PrinterPage() {
  const { id = '' } = useParams()
  const page = usePrinter(id)
  return <AsyncView of={page}>{(data) => <Printer key={id} page={data} />}</AsyncView>
}

function Printer({ page }: { page: Page }) {
  const { may, nowMs, site, labelsCarry } = useSession()
  const [search, setSearch] = useSearchParams()
  const { printer, slots, build, job, kits, stepsDone, faults, madeDuties, atWork } = page
  // The label of a slot leads here: straight to its swap.
  const scanned = slots.find(({ id }) => id === search.get('slot'))
  const [doing, setDoing] = useState<Doing | null>(
    scanned && may('swap parts') ? { what: 'swap', slotId: scanned.id } : null,
  )
  const asked = search.get('view') as View | null
  const view: View = asked && views.includes(asked) ? asked : 'Wear and log'
  const { id, name, make, model, room, rack, place, state, holdReason, runHours, meterHours, countedAt, hoursPerDay } =
    printer
  const { next } = page
  const close = () => setDoing(null)
  const worn = slots.flatMap(({ duty }) => duty ?? []).sort((a, b) => b.age / b.interval - a.age / a.interval)
  const maySwap = may('swap parts')
  const { me, has, ask } = useSignedOff()
  const { workOf } = useSlotKinds()
  const signOffFor = (slotKind: string) => {
    const needed = workOf(slotKind)
    return needed && me && !has(me, needed, page.modelId) ? needed : null
  }
  return (
    <>
      <div className={classes.head}>
        <div className={classes.title}>
          <span className={classes.place}>
            {rack}
            {place}
          </span>
          <div>
            <h1>{name}</h1>
            <span className="quiet">
              {modelName({ make, name: model })}, {room}. {build}.
            </span>
          </div>
        </div>
        <div className={classes.figures}>
          <div>
            <StateMark state={state} />
            {holdReason && <p className={classes.reason}>{holdReason}</p>}
          </div>
          {next && (
            <div>
              <StateMark state={next.urgency} />
              <div className="quiet">
                {next.slot.name}{' '}
                {next.left <= 0 ? `${amount(-next.left, next.clock)} past` : `in ${amount(next.left, next.clock)}`}
              </div>
            </div>
          )}
          <div>
            <b className={classes.hours}>{hours(runHours)}</b> <span className="quiet">running</span>
            <div className="quiet">
              meter {hours(meterHours)}, counted {ago(countedAt, nowMs())}
              {hoursPerDay !== null && `, ${hours(hoursPerDay)} a day`}
            </div>
          </div>
        </div>
      </div>
      <div className={classes.buttons}>
        {state === 'in service' && <BeforePrint printer={{ id, name }} name={page.beforePrint} />}
        {may('count hours') && (
          <Button variant="default" onClick={() => setDoing({ what: 'count' })}>
            Count hours
          </Button>
        )}
        {maySwap && (
          <Button variant="default" onClick={() => setDoing({ what: 'swap', slotId: null })}>
            Swap part
          </Button>
        )}
        <Button variant="default" onClick={() => setDoing({ what: 'note' })}>
          Note
        </Button>
        <Button variant="default" onClick={() => setDoing({ what: 'fault' })}>
          Report a fault
        </Button>
        {job && may('report jobs') && (
          <Button variant="default" onClick={() => setDoing({ what: 'finish' })}>
            Finish job
          </Button>
        )}
        <Menu position="bottom-start">
          <Menu.Target>
            <Button variant="subtle">More</Button>
          </Menu.Target>
          <Menu.Dropdown>
            {state === 'in service' && may('hold a printer') && (
              <Menu.Item onClick={() => setDoing({ what: 'hold' })}>Put on hold</Menu.Item>
            )}
            {state === 'on hold' && may('release a printer') && (
              <Menu.Item onClick={() => setDoing({ what: 'hold' })}>Release</Menu.Item>
            )}
            {state === 'on hold' && (
              <Menu.Item component="a" href={`/api/reports/hold-tag/${id}`} target="_blank">
                Tag to hang on it (PDF)
              </Menu.Item>
            )}
            {state === 'on hold' && may('remove guards') && (
              <Menu.Item onClick={() => setDoing({ what: 'guard' })}>Take a guard off</Menu.Item>
            )}
            {may('make duties') && <Menu.Item onClick={() => setDoing({ what: 'duty' })}>Make a duty</Menu.Item>}
            {maySwap &&
              kits.map(({ name: kit }) => (
                <Menu.Item key={kit} onClick={() => setDoing({ what: 'kit', kit })}>
                  Swap kit: {kit}
                </Menu.Item>
              ))}
            {maySwap && <Menu.Item onClick={() => setDoing({ what: 'move' })}>Move a part</Menu.Item>}
            {maySwap && <Menu.Item onClick={() => setDoing({ what: 'add slot' })}>Add a slot</Menu.Item>}
            {maySwap && <Menu.Item onClick={() => setDoing({ what: 'empty slot' })}>Leave a slot empty</Menu.Item>}
            <Menu.Item component={Link} to="/job-file">
              Check a job file
            </Menu.Item>
            <Menu.Item component="a" href={`/api/reports/passport/${id}`} target="_blank">
              Passport (PDF)
            </Menu.Item>
            {labelsCarry ? (
              <>
                <Menu.Item component="a" href={`/api/reports/labels?of=printers&printer=${id}`} target="_blank">
                  Label of the printer (PDF)
                </Menu.Item>
                <Menu.Item component="a" href={`/api/reports/labels?of=slots&size=small&printer=${id}`} target="_blank">
                  Labels of its slots (PDF)
                </Menu.Item>
              </>
            ) : (
              <Menu.Item component={Link} to="/workshop#address">
                Labels: set an address for phones first
              </Menu.Item>
            )}
            {may('set up the site') && (
              <Menu.Item onClick={() => setDoing({ what: 'retire' })}>
                {state === 'retired' ? 'Bring back' : 'Retire'}
              </Menu.Item>
            )}
          </Menu.Dropdown>
        </Menu>
      </div>
      {!maySwap && (
        <p className="quiet">
          Changing parts is for technicians and leads. If something is wrong, report a fault: they see it at once.
        </p>
      )}

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
      {view !== 'Checks' && <ChecksDue printerId={id} className={classes.notice} />}
      <Enclosure printerId={printer.id} />
      <AtWork people={atWork} />
      <Present printerId={id} doing={doing ? 'filling in a form' : 'on its page'} />
      <ReturnToService printer={printer} />
      <OpenFaults faults={faults} duties={madeDuties} />
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
      {view === 'Checks' && <PrinterChecks printer={printer} />}
      {view === 'Readings' && <PrinterReadings printer={printer} />}
      {view === 'As built' && <AsBuiltView printer={printer} />}
      {view === 'Counts' && <CountsView printer={printer} />}
      {view === 'Forecast' && <ForecastView printer={printer} />}
      {view === 'Wear and log' && (
        <div className={classes.columns}>
          <section aria-labelledby="wear">
            <h2 id="wear">Wear</h2>
            <ul className={classes.wear}>
              {worn.map((duty) => {
                const lacks = signOffFor(duty.partType.slotKind)
                return (
                  <li key={duty.fittingId}>
                    <div className={classes.wearHead}>
                      <span>
                        <b>{duty.slot.name}</b>{' '}
                        <Link to={`/lives/${duty.partType.id}`} className="quiet">
                          {duty.partType.name}
                        </Link>
                      </span>
                      <span>
                        <StateMark state={duty.urgency} />
                        {maySwap && !lacks && (
                          <Button
                            size="compact-sm"
                            variant="default"
                            ml="sm"
                            aria-label={`Swap ${duty.slot.name}`}
                            onClick={() => setDoing({ what: 'swap', slotId: duty.slot.id })}
                          >
                            Swap
                          </Button>
                        )}
                      </span>
                    </div>
                    {maySwap && lacks && (
                      <div className="quiet">
                        To swap it is {lacks}. {askWords(ask([lacks], page.modelId), lacks)}
                      </div>
                    )}
                    <WearBar duty={duty} />
                    <div className={classes.due}>
                      {duty.left <= 0
                        ? `${amount(-duty.left, duty.clock)} past the ${duty.intervalIsLearned ? 'interval learned here' : "catalogue's interval"}`
                        : `due in ${amount(duty.left, duty.clock)}${duty.dueDate ? `, about ${day(duty.dueDate)}` : ''} (${duty.intervalIsLearned ? 'learned here' : 'catalogue'})`}
                    </div>
                  </li>
                )
              })}
            </ul>
          </section>
          <section aria-labelledby="log">
            <h2 id="log">Log of {name}</h2>
            <EntryList filter={{ printer: id }} pageSize={15} showPrinter={false} />
          </section>
        </div>
      )}

      {doing?.what === 'count' && <CountForm printer={printer} onClose={close} />}
      {doing?.what === 'note' && <NoteForm printer={printer} onClose={close} />}
      {doing?.what === 'fault' && <FaultForm printer={printer} onClose={close} />}
      {doing?.what === 'duty' && <DutyForm printer={printer} onClose={close} />}
      {doing?.what === 'guard' && <GuardForm printer={printer} onClose={close} />}
      {doing?.what === 'hold' && <HoldForm printer={printer} onClose={close} />}
      {doing?.what === 'kit' && <SwapKitForm page={page} kitName={doing.kit} onClose={close} />}
      {doing?.what === 'move' && <MovePartForm page={page} onClose={close} />}
      {doing?.what === 'add slot' && <AddSlotForm page={page} onClose={close} />}
      {doing?.what === 'empty slot' && <EmptySlotForm page={page} onClose={close} />}
      {doing?.what === 'retire' && <RetireForm printer={printer} onClose={close} />}
      {doing?.what === 'finish' && job && <FinishJobForm printer={printer} job={job} onClose={close} />}
      {doing?.what === 'swap' && <SwapPartForm page={page} slotId={doing.slotId} onClose={close} />}
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
