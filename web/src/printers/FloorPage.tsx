import { given } from '@diatribon/core'
import { Button } from '@mantine/core'
import { Link } from 'react-router'
import type { EnclosureState, Floor, FloorPrinter, PartLine, PrinterState, Stop } from '@diatribon/contract'
import { Notices } from '../handover/Notices.tsx'
import { useMayDo } from '../forms/useMayDo.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import { ago, leftWords, usedWords, dayIfNear, hours, modelName, number, plural } from '../ui/words.ts'
import classes from './FloorPage.module.css'
import { useEnclosures, useFloor } from '../reads/printers.ts'
import { usePlaceFilter } from '../ui/usePlaceFilter.tsx'

/** All printers by rack: may it be used, how long has it run, what is most worn, what comes next. */
export function FloorPage() {
  const floor = useFloor()
  return (
    <>
      <h1 className="unseen">Floor</h1>
      <Notices />
      <AsyncView of={floor}>
        {({ racks }) =>
          racks.length === 0 ? (
            <Nothing title="No printer has been taken in yet.">
              <Link to="/take-in">Take the first one in</Link>, or go through the{' '}
              <Link to="/first-steps">first steps</Link> of a new workshop.
            </Nothing>
          ) : (
            <>
              <Racks racks={racks} />
            </>
          )
        }
      </AsyncView>
    </>
  )
}

function Racks({ racks }: Pick<Floor, 'racks'>) {
  const { may } = useSession()
  const { field, keeps, mine, isNarrowed } = usePlaceFilter(racks)
  const mayDo = useMayDo(mine)
  /** Whether something is due on it that this person may do. */
  const hasWork = ({ next, checksDue, openFaults, modelId }: FloorPrinter) =>
    (next !== null && next.urgency !== 'later' && mayDo.swap(next.partType.slotKind, modelId)) ||
    (checksDue > 0 && may('do checks')) ||
    (openFaults > 0 && may('work on faults'))
  const shown = racks.flatMap((rack) => {
    const printers = keeps(rack) ? rack.printers.filter((printer) => !mine || hasWork(printer)) : []
    return printers.length > 0 ? [{ ...rack, printers }] : []
  })
  return (
    <>
      <div className={classes.above}>
        {field}
        {may('count hours') && (
          <Button component={Link} to="/count" variant="default" size="sm">
            Count hours of many
          </Button>
        )}
      </div>
      {shown.length === 0 && isNarrowed && <Nothing title="No printer here has anything due that you may do." />}
      {shown.map(({ room, rack, printers }, i) => (
        <section key={`${room} ${rack}`} className={classes.rack} aria-label={`${room}, rack ${rack}`}>
          <div className={classes.head} aria-hidden>
            <h2>
              Rack {rack} <span className="quiet">{room}</span>
            </h2>
            {i === 0 && (
              <>
                <span>State</span>
                <span>Running hours</span>
                <span>Most worn part</span>
                <span>Next duty</span>
              </>
            )}
          </div>
          <ul className={classes.list}>
            {printers.map((printer) => (
              <PrinterRow key={printer.id} printer={printer} />
            ))}
          </ul>
        </section>
      ))}
    </>
  )
}

/** Longer without a count than this, and ages are guesses. */
const staleDays = 7

function PrinterRow({ printer }: { printer: FloorPrinter }) {
  const { nowMs } = useSession()
  const { id, name, make, model, rack, place, state, holdReason, runHours, countedAt, worst, next, overdueCount } =
    printer
  const { checksDue, openFaults, isKnown, stop } = printer
  const enclosure = useEnclosures()[id]
  const stale = nowMs() - Date.parse(countedAt) > staleDays * 24 * 3600_000
  return (
    <li className={classes.row}>
      <div className={classes.name}>
        <span className={classes.place}>
          {rack}
          {place}
        </span>
        <span>
          <Link to={`/printers/${id}`} className={classes.link}>
            {name}
          </Link>
          <span className={classes.model}>{modelName({ make, name: model })}</span>
        </span>
      </div>
      <StateCell state={state} holdReason={holdReason} enclosure={enclosure} openFaults={openFaults} stop={stop} />
      <div>
        <b>{hours(runHours)}</b>
        <div className={stale ? classes.stale : classes.small}>counted {ago(countedAt, nowMs())}</div>
      </div>
      <div>
        {!isKnown && <span className="quiet">Being worked out …</span>}
        {worst && (
          <>
            <div className={classes.worst}>
              <span>{worst.slot.name}</span>
              <span className="quiet">{usedWords(worst)}</span>
            </div>
            <WearBar duty={worst} compact />
          </>
        )}
      </div>
      <NextCell next={next} checksDue={checksDue} overdueCount={overdueCount} />
    </li>
  )
}

function StateCell(props: {
  state: PrinterState
  holdReason: string | null
  enclosure: EnclosureState | undefined
  openFaults: number
  stop: Stop | null
}) {
  const { state, holdReason, enclosure, openFaults, stop } = props
  return (
    <div>
      <StateMark state={state} />
      {holdReason && <div className={classes.reason}>{holdReason}</div>}
      {stop && !holdReason && <div className={classes.reason}>Reported: {stop.symptom}</div>}
      {enclosure?.isTooHot && (
        <div className={classes.stale}>
          Enclosure {number(enclosure.celsius, 3)} °C, limit {number(given(enclosure.limitC), 3)} °C
        </div>
      )}
      {openFaults > 0 && !holdReason && <div className={classes.stale}>{plural(openFaults, 'fault')} not closed</div>}
    </div>
  )
}

function NextCell({
  next,
  checksDue,
  overdueCount,
}: {
  next: PartLine | null
  checksDue: number
  overdueCount: number
}) {
  const { nowMs } = useSession()
  return (
    <div>
      {next && (
        <>
          <StateMark state={next.urgency} />
          {checksDue > 0 && <span className={classes.checks}>{plural(checksDue, 'check')} overdue</span>}
          <div className={classes.small}>
            {next.urgency === 'overdue'
              ? `${next.slot.name}${overdueCount > 1 ? ` and ${plural(overdueCount - 1, 'other part')}` : ''}`
              : `${next.slot.name} ${leftWords(next)}${next.dueDate ? `, ${dayIfNear(next.dueDate, nowMs())}` : ''}`}
          </div>
        </>
      )}
    </div>
  )
}
