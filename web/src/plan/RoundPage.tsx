import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import useSWR from 'swr'
import type { CheckTurn, Duty, MadeDuty, Round, Urgency } from '@diatribon/contract'
import { dueWords } from '../checks/turnWords.ts'
import { DutyLine } from '../faults/OpenFaults.tsx'
import { SwapPartForm } from '../printers/SwapPartForm.tsx'
import { usePrinter } from '../printers/usePrinter.ts'
import { useSession } from '../shell/session.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { WearBar } from '../ui/WearBar.tsx'
import { ago, amount, day, plural, shortDay } from '../ui/words.ts'
import classes from './RoundPage.module.css'

/** What is due: overdue first, then this week, then later. */
export function RoundPage() {
  const round = useSWR<Round>('/api/plan/round')
  const [swapping, setSwapping] = useState<Duty | null>(null)
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
      <AsyncView of={round}>
        {({ overdue, thisWeek, later, laterCount, laterCheckCount, checks, made }) => (
          <>
            {made.length > 0 && (
              <section className={classes.section} aria-label="put down by people">
                <h2>Put down to be done</h2>
                {made.map((duty) => (
                  <MadeRow key={duty.id} duty={duty} />
                ))}
              </section>
            )}
            <Section
              urgency="overdue"
              duties={overdue}
              checks={checks.overdue}
              empty="Nothing is overdue."
              onSwap={setSwapping}
            />
            <Section
              urgency="this week"
              duties={thisWeek}
              checks={checks['this week']}
              empty="Nothing falls due this week."
              onSwap={setSwapping}
            />
            <Section
              urgency="later"
              duties={later}
              checks={checks.later}
              empty="Nothing else is in sight."
              more={[
                laterCount > later.length && `The soonest ${later.length} of ${laterCount} parts.`,
                laterCheckCount > checks.later.length &&
                  `The soonest ${checks.later.length} of ${laterCheckCount} checks.`,
              ]
                .filter(Boolean)
                .join(' ')}
              onSwap={setSwapping}
            />
          </>
        )}
      </AsyncView>
      {swapping && <SwapDuty duty={swapping} onClose={() => setSwapping(null)} />}
    </>
  )
}

function Section(props: {
  urgency: Urgency
  duties: Duty[]
  checks: CheckTurn[]
  empty: string
  more?: string
  onSwap: (duty: Duty) => void
}) {
  const { urgency, duties, checks, empty, more, onSwap } = props
  return (
    <section className={classes.section} aria-label={urgency}>
      <h2>
        <StateMark state={urgency} />{' '}
        <span className="quiet">
          {[duties.length > 0 && plural(duties.length, 'part'), checks.length > 0 && plural(checks.length, 'check')]
            .filter(Boolean)
            .join(', ')}
        </span>
      </h2>
      {duties.length + checks.length === 0 ? (
        <Nothing title={empty} />
      ) : (
        <ul className={classes.list}>
          {checks.map((turn) => (
            <CheckRow key={`${turn.printer.id} ${turn.checkType.id}`} turn={turn} />
          ))}
          {duties.map((duty) => (
            <DutyRow key={duty.fittingId} duty={duty} onSwap={onSwap} />
          ))}
        </ul>
      )}
      {more && <p className="quiet">{more}</p>}
    </section>
  )
}

/** Where to go: the place, the printer, and whether it is on hold. */
function Where({ printer }: { printer: Duty['printer'] }) {
  return (
    <>
      <span className={classes.place}>{printer.place}</span>
      <div>
        <Link to={`/printers/${printer.id}`} className={classes.printer}>
          {printer.name}
        </Link>
        {printer.onHold && (
          <div>
            <StateMark state="on hold" />
          </div>
        )}
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

function DutyRow({ duty, onSwap }: { duty: Duty; onSwap: (duty: Duty) => void }) {
  const { may } = useSession()
  const { printer, slot, partType, clock, left, dueDate, dueRange, intervalIsLearned } = duty
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
        <b>{left <= 0 ? `${amount(-left, clock)} past` : `in ${amount(left, clock)}`}</b>
        <div className="quiet" title={dueRange ? `8 in 10: ${day(dueRange[0])} to ${day(dueRange[1])}` : undefined}>
          {left <= 0 ? 'due now' : dueDate ? shortDay(dueDate) : 'does not run'}
          {dueRange && dueRange[0] !== dueRange[1] && ` (${shortDay(dueRange[0])} to ${shortDay(dueRange[1])})`},{' '}
          {intervalIsLearned ? 'learned here' : 'catalogue'}
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

function SwapDuty({ duty, onClose }: { duty: Duty; onClose: () => void }) {
  const { data } = usePrinter(duty.printer.id)
  return data ? <SwapPartForm page={data} slotId={duty.slot.id} onClose={onClose} /> : null
}
