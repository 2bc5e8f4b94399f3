import { Button } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import {
  soonestFirst,
  type CheckTurn,
  type MadeDuty,
  type OtherDuty,
  type PrinterName,
  type ReplacementDuty,
  type Round,
  type Urgency,
  firstClock,
} from '@diatribon/contract'
import { dueWords } from '../checks/turnWords.ts'
import { DutyLine } from '../faults/OpenFaults.tsx'
import { useMayDo } from '../forms/useMayDo.ts'
import { SwapPartForm } from '../forms/SwapPartForm.tsx'
import { usePlaceFilter } from '../ui/usePlaceFilter.tsx'
import { usePrinter, usePrinterNames } from '../reads/printers.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { OutMark, StateMark } from '../ui/marks.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import { ago, leftWords, day, dayIfNear, isFar, plural, shortDay } from '../ui/words.ts'
import classes from './RoundPage.module.css'
import { useRound } from '../reads/plan.ts'
import { Today } from './Today.tsx'

/** What is due: overdue first, then this week; what comes later is folded. */
export function RoundPage() {
  // Asked for by place: of a long round each place has its own soonest.
  const round = useRound(useSearchParams()[0].get('where'))
  const { data: printers } = usePrinterNames()
  const [swapping, setSwapping] = useState<ReplacementDuty | null>(null)
  return (
    <>
      <PageHead
        title="Round"
        says={
          <>
            Checks at their turns and the next replacements, dated by the forecast of each printer’s own use; closed
            days are left out. What moves is under <Link to="/drifting">Drifting</Link>.
          </>
        }
      />
      <AsyncView of={round}>{(data) => <Due round={data} printers={printers ?? []} onSwap={setSwapping} />}</AsyncView>
      {swapping && <SwapDuty duty={swapping} onClose={() => setSwapping(null)} />}
    </>
  )
}

function Due(props: { round: Round; printers: PrinterName[]; onSwap: (duty: ReplacementDuty) => void }) {
  const { round, printers, onSwap } = props
  const { overdue, thisWeek, later, counts, checks, made, others } = round
  const { may } = useSession()
  const { field, keeps, mine, isNarrowed } = usePlaceFilter(printers)
  const mayDo = useMayDo(mine)
  const duties = (list: ReplacementDuty[]) =>
    list.filter(({ printer, partType }) => keeps(printer) && (!mine || mayDo.swap(partType.slotKind, printer.modelId)))
  const turns = (list: CheckTurn[]) =>
    list.filter(({ printer, checkType }) => keeps(printer) && (!mine || mayDo.check(checkType.needs, printer.modelId)))
  const rest = (urgency: Urgency) =>
    others.filter(
      (one) =>
        one.urgency === urgency &&
        (one.printer ? keeps(one.printer) : !isNarrowed) &&
        (!mine || may(rightFor[one.kind])),
    )
  const promised = made.filter(({ printer }) => keeps(printer) && (!mine || may('make duties')))
  const of = isNarrowed ? ' here' : ''
  const more = (urgency: Urgency, parts: ReplacementDuty[]) =>
    [
      counts.replace[urgency] > parts.length && `The soonest ${parts.length} of ${counts.replace[urgency]} parts.`,
      counts.check[urgency] > checks[urgency].length &&
        `The soonest ${checks[urgency].length} of ${counts.check[urgency]} checks.`,
    ]
      .filter(Boolean)
      .join(' ')
  return (
    <>
      {field}
      <Today keeps={keeps} />
      {promised.length > 0 && (
        <section className={classes.section} aria-label="put down by people">
          <h2>Put down to be done</h2>
          {promised.map((duty) => (
            <MadeRow key={duty.id} duty={duty} />
          ))}
        </section>
      )}
      <Waiting waiting={round.waiting.filter(({ printer }) => keeps(printer))} />
      <Section
        urgency="overdue"
        duties={duties(overdue)}
        checks={turns(checks.overdue)}
        others={rest('overdue')}
        empty={`Nothing is overdue${of}.`}
        more={more('overdue', overdue)}
        onSwap={onSwap}
      />
      <Section
        urgency="this week"
        duties={duties(thisWeek)}
        checks={turns(checks['this week'])}
        others={rest('this week')}
        empty={`Nothing falls due this week${of}.`}
        more={more('this week', thisWeek)}
        onSwap={onSwap}
      />
      <Section
        urgency="later"
        folded
        duties={duties(later)}
        checks={turns(checks.later)}
        others={rest('later')}
        empty={`Nothing else is in sight${of}.`}
        more={more('later', later)}
        onSwap={onSwap}
      />
    </>
  )
}

/** What is due on printers that are stopped or on hold: no work to go to now, and not forgotten. */
function Waiting({ waiting }: Pick<Round, 'waiting'>) {
  if (waiting.length === 0) return null
  return (
    <details className={classes.section} aria-label="waits for a release">
      <summary>{plural(waiting.length, 'printer')} stopped or on hold: what is due there waits for the release</summary>
      {waiting.map(({ printer, parts, checks, others }) => (
        <div key={printer.id} className={classes.made}>
          <Where printer={printer} />
          <div className="quiet">
            {[parts > 0 && plural(parts, 'part'), checks > 0 && plural(checks, 'check'), others > 0 && `${others} more`]
              .filter(Boolean)
              .join(', ')}
          </div>
        </div>
      ))}
    </details>
  )
}

/** Who does what stands beside parts and checks. */
const rightFor = { reading: 'measure printers', 'sign-off': 'sign people off', upgrade: 'swap parts' } as const

const countWords = ({ duties, checks, others }: Omit<Listed, 'onSwap'>) =>
  [
    duties.length > 0 && plural(duties.length, 'part'),
    checks.length > 0 && plural(checks.length, 'check'),
    others.length > 0 && plural(others.length, 'other', 'others'),
  ]
    .filter(Boolean)
    .join(', ')

function Section(props: {
  urgency: Urgency
  duties: ReplacementDuty[]
  checks: CheckTurn[]
  others: OtherDuty[]
  empty: string
  more?: string
  /** Only its count is shown until somebody asks for it. */
  folded?: boolean
  onSwap: (duty: ReplacementDuty) => void
}) {
  const { urgency, duties, checks, others, empty, more, folded = false, onSwap } = props
  const phone = useMediaQuery('(max-width: 48em)')
  const [open, setOpen] = useState(!folded)
  const isEmpty = duties.length + checks.length + others.length === 0
  return (
    <section className={classes.section} aria-label={urgency}>
      <h2>
        <StateMark state={urgency} /> <span className="quiet">{countWords({ duties, checks, others })}</span>{' '}
        {folded && !isEmpty && (
          <Button
            variant="default"
            size="compact-sm"
            aria-expanded={open}
            aria-label={`${open ? 'Fold' : 'Show'} what is due later`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Fold' : 'Show'}
          </Button>
        )}
      </h2>
      {isEmpty ? (
        <Nothing title={empty} />
      ) : !open ? null : phone ? (
        <ByPrinter duties={duties} checks={checks} others={others} onSwap={onSwap} first={firstOf[urgency]} />
      ) : (
        <Rows duties={duties} checks={checks} others={others} onSwap={onSwap} />
      )}
      {open && more && <p className="quiet">{more}</p>}
    </section>
  )
}

interface Listed {
  duties: ReplacementDuty[]
  checks: CheckTurn[]
  others: OtherDuty[]
  onSwap: (duty: ReplacementDuty) => void
}

/** All that is due in one order, whatever it is. */
function Rows({ duties, checks, others, onSwap }: Listed) {
  const rows = [
    ...checks.map((turn) => ({
      dueDate: turn.dueDate,
      place: turn.printer.place,
      row: <CheckRow key={`${turn.printer.id} ${turn.checkType.id}`} turn={turn} />,
    })),
    ...duties.map((duty) => ({
      dueDate: duty.dueDate,
      place: duty.printer.place,
      row: <DutyRow key={duty.fittingId} duty={duty} onSwap={onSwap} />,
    })),
    ...others.map((other) => ({
      dueDate: other.dueDate,
      place: other.printer?.place ?? '',
      row: <OtherRow key={other.id} other={other} />,
    })),
  ]
  return <ul className={classes.list}>{rows.sort(soonestFirst).map(({ row }) => row)}</ul>
}

function OtherRow({ other: { kind, words, why, printer, dueDate, dueRange, opens } }: { other: OtherDuty }) {
  return (
    <li className={classes.row}>
      {printer ? (
        <Where printer={printer} />
      ) : (
        <>
          <span />
          <div>People</div>
        </>
      )}
      <div>
        <b>{words}</b>
        <div className="quiet">{kind}</div>
      </div>
      <div className={`quiet ${classes.bar}`}>{why}</div>
      <div>
        <b>{shortDay(dueDate)}</b>
        <div className="quiet">
          {dueRange &&
            dueRange[0] !== dueRange[1] &&
            `${shortDay(dueRange[0])} to ${dueRange[1] ? shortDay(dueRange[1]) : 'much later'}`}
        </div>
      </div>
      <Button
        variant="default"
        size="sm"
        className={classes.swap}
        component={Link}
        to={
          kind === 'upgrade'
            ? `/upgrades/${opens ?? ''}`
            : printer
              ? `/printers/${printer.id}?view=Readings`
              : '/people'
        }
        aria-label={`Look at ${words}${printer ? ` of ${printer.name}` : ''}`}
      >
        Look
      </Button>
    </li>
  )
}

/** So many printers stand there on a phone before somebody asks for all: what is late comes before what is not. */
const firstOf: Record<Urgency, number> = { overdue: 12, 'this week': 6, later: 60 }

/** On the phone one line for each printer, in walking order; what is due there opens under it. */
function ByPrinter({ duties, checks, others, onSwap, first }: Listed & { first: number }) {
  const [open, setOpen] = useState<string | null>(null)
  const here = others.flatMap((other) => (other.printer ? [{ ...other, printer: other.printer }] : []))
  const elsewhere = others.filter(({ printer }) => printer === null)
  const spots = new Map([...checks, ...duties, ...here].map(({ printer }) => [printer.id, printer]))
  const walk = [...spots.values()].sort(
    (a, b) => a.room.localeCompare(b.room) || a.place.localeCompare(b.place, 'en', { numeric: true }),
  )
  return (
    <FirstRows of={walk} first={first}>
      {(shown) => (
        <ul className={classes.list}>
          {shown.map((printer) => {
            const own = {
              duties: duties.filter((duty) => duty.printer.id === printer.id),
              checks: checks.filter((turn) => turn.printer.id === printer.id),
              others: here.filter((other) => other.printer.id === printer.id),
            }
            const isOpen = open === printer.id
            return (
              <li key={printer.id} className={classes.stop}>
                <button
                  type="button"
                  className={classes.stopHead}
                  aria-expanded={isOpen}
                  onClick={() => setOpen(isOpen ? null : printer.id)}
                >
                  <span className={classes.place}>{printer.place}</span>
                  <span>
                    <b>{printer.name}</b>
                    <OutMark out={printer.out} />
                    <span className={`quiet ${classes.what}`}>
                      {[
                        ...own.checks.map(({ checkType }) => checkType.name),
                        ...own.duties.map(({ slot }) => slot.name),
                        ...own.others.map(({ words }) => words),
                      ].join(', ')}
                    </span>
                  </span>
                  <span className="quiet">{own.duties.length + own.checks.length + own.others.length}</span>
                </button>
                {isOpen && <Rows {...own} onSwap={onSwap} />}
              </li>
            )
          })}
          {elsewhere.map((other) => (
            <OtherRow key={other.id} other={other} />
          ))}
        </ul>
      )}
    </FirstRows>
  )
}

/** Where to go: the place, the printer, and whether it is on hold. */
function Where({ printer }: { printer: ReplacementDuty['printer'] }) {
  return (
    <>
      <span className={classes.place}>{printer.place}</span>
      <div>
        <Link to={`/printers/${printer.id}`} className={classes.printer}>
          {printer.name}
        </Link>
        <OutMark out={printer.out} />
      </div>
    </>
  )
}

function MadeRow({ duty }: { duty: MadeDuty }) {
  return (
    <div className={classes.made}>
      <Where printer={duty.printer} />
      <DutyLine duty={duty} />
    </div>
  )
}

function CheckRow({ turn }: { turn: CheckTurn }) {
  const { printer, checkType, urgency, dueDate, openSheetId, lastAt } = turn
  const { nowMs } = useSession()
  return (
    <li className={classes.row}>
      <Where printer={printer} />
      <div>
        <b>{checkType.name}</b>
        <div className="quiet">check, {checkType.minutes} min</div>
      </div>
      <div className={`quiet ${classes.bar}`}>{lastAt ? `last done ${ago(lastAt, nowMs())}` : 'not done here yet'}</div>
      <div>
        <b>{dueWords(turn)}</b>
        <div className="quiet">{urgency === 'overdue' ? 'due now' : dueDate ? shortDay(dueDate) : ''}</div>
      </div>
      <Button
        variant="default"
        size="sm"
        className={classes.swap}
        component={Link}
        to={openSheetId ? `/check/${openSheetId}` : `/printers/${printer.id}?view=Checks`}
        aria-label={`${openSheetId ? 'Go on with' : 'Do'} ${checkType.name} of ${printer.name}`}
      >
        {openSheetId ? 'Go on' : 'Do'}
      </Button>
    </li>
  )
}

function DutyRow({ duty, onSwap }: { duty: ReplacementDuty; onSwap: (duty: ReplacementDuty) => void }) {
  const { may, nowMs } = useSession()
  const { printer, slot, partType, dueDate, dueRange, intervalIsLearned } = duty
  const { left } = firstClock(duty)
  return (
    <li className={classes.row}>
      <Where printer={printer} />
      <div>
        <b>{slot.name}</b>
        <div className="quiet">
          <Link to={`/lives/${partType.id}`}>{partType.name}</Link>
        </div>
      </div>
      <div className={classes.bar}>
        <WearBar duty={duty} />
      </div>
      <div>
        <b>{leftWords(duty)}</b>
        <div className="quiet" title={dueRange ? `8 in 10: ${day(dueRange[0])} to ${day(dueRange[1])}` : undefined}>
          {left <= 0 ? 'due now' : dueDate ? dayIfNear(dueDate, nowMs()) : 'does not run'}
          {dueRange &&
            dueRange[0] !== dueRange[1] &&
            !isFar(dueRange[0], nowMs()) &&
            ` (${shortDay(dueRange[0])} to ${isFar(dueRange[1], nowMs()) ? 'much later' : shortDay(dueRange[1])})`}
          , {duty.goesWith ? `with ${duty.goesWith}` : intervalIsLearned ? 'learned here' : 'catalogue'}
        </div>
      </div>
      {may('swap parts') && (
        <Button
          variant="default"
          size="sm"
          className={classes.swap}
          onClick={() => onSwap(duty)}
          aria-label={`Swap ${slot.name} of ${printer.name}`}
        >
          Swap
        </Button>
      )}
    </li>
  )
}

function SwapDuty({ duty, onClose }: { duty: ReplacementDuty; onClose: () => void }) {
  const { data } = usePrinter(duty.printer.id)
  return data ? <SwapPartForm page={data} slotId={duty.slot.id} onClose={onClose} /> : null
}
