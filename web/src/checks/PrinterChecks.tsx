import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { urgencies, type PrinterChecks as Checks, type PrinterHead } from '@diatribon/contract'
import { EventForm } from './EventForm.tsx'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { Problem } from '../ui/Problem.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { aboutDay, ago, moment, number } from '../ui/words.ts'
import classes from './Check.module.css'
import { dueWords } from './turnWords.ts'
import { BeginAllTheSame } from './BeginAllTheSame.tsx'
import { useBeginCheck } from './useBeginCheck.ts'
import { usePrinterChecks } from '../reads/checks.ts'

type Turn = Checks['turns'][number]

/** Turns of the checks of one printer, what is being done, and what was done. */
export function PrinterChecks({ printer }: { printer: PrinterHead }) {
  const checks = usePrinterChecks(printer.id)
  const { may } = useSession()
  const [skipping, setSkipping] = useState<Turn | null>(null)
  const [telling, setTelling] = useState(false)
  return (
    <AsyncView of={checks}>
      {({ turns, past }) => {
        const due = turns.filter((turn) => turn.openSheetId || (turn.urgency && urgencies[turn.urgency].isNear))
        // Those with a turn first, then what only somebody or something calls for.
        const others = turns
          .filter((turn) => !due.includes(turn))
          .sort((a, b) => Number(a.urgency === null) - Number(b.urgency === null))
        return (
          <>
            <div className={classes.head}>
              <h2 style={{ flex: 1 }}>Due now and this week</h2>
              <Button size="sm" variant="default" onClick={() => setTelling(true)}>
                Something happened
              </Button>
            </div>
            {turns.length === 0 ? (
              <Nothing title="No checks have been set up for this printer.">
                <Link to="/checks">Bring in the starter set, or write your own</Link>.
              </Nothing>
            ) : due.length === 0 ? (
              <Nothing title="No check is due this week." />
            ) : (
              <Turns printer={printer} turns={due} onSkip={may('skip checks') ? setSkipping : null} />
            )}
            {others.length > 0 && (
              <>
                <h2>Later, or when called for</h2>
                <Turns printer={printer} turns={others} onSkip={null} />
              </>
            )}
            <h2 id="past-checks">Done</h2>
            {past.length === 0 ? <Nothing title="No check has been done here yet." /> : <Past past={past} />}
            {skipping && <SkipForm printer={printer} turn={skipping} onClose={() => setSkipping(null)} />}
            {telling && <EventForm printer={printer} onClose={() => setTelling(false)} />}
          </>
        )
      }}
    </AsyncView>
  )
}

function Turns(props: { printer: PrinterHead; turns: Turn[]; onSkip: ((turn: Turn) => void) | null }) {
  const { printer, turns, onSkip } = props
  const { nowMs } = useSession()
  return (
    <ul className={classes.turns}>
      {turns.map((turn) => {
        const { checkType, urgency, dueDate, lastAt, openSheetId, mayDo, waits } = turn
        return (
          <li key={checkType.id}>
            <div>
              <b>{checkType.name}</b>
              <div className="quiet">
                {number(checkType.minutes)} min, {checkType.steps} steps
              </div>
            </div>
            <div>
              {openSheetId ? (
                <b>Being done</b>
              ) : urgency ? (
                <StateMark state={urgency} />
              ) : (
                <span className="quiet">Not due</span>
              )}
              <div className="quiet">
                {dueWords(turn)}
                {urgency && !urgencies[urgency].isNear && dueDate && `, ${aboutDay(dueDate, nowMs())}`}
              </div>
            </div>
            <div className="quiet">{lastAt ? `last ${ago(lastAt, nowMs())}` : 'not done yet'}</div>
            <div className={classes.acts}>
              {waits && !openSheetId ? (
                <BeginAllTheSame printer={printer} turn={turn} waits={waits} />
              ) : mayDo.may || openSheetId ? (
                <Begin printer={printer} turn={turn} />
              ) : (
                <span className="quiet">
                  {mayDo.askOneOf.length > 0
                    ? `Ask one of ${mayDo.askOneOf.slice(0, 3).join(', ')}`
                    : `Needs ${mayDo.needs.signOff ?? mayDo.needs.role}; nobody is signed off`}
                </span>
              )}
              {onSkip && !openSheetId && !waits && (
                <Button size="sm" variant="subtle" aria-label={`Skip ${checkType.name}`} onClick={() => onSkip(turn)}>
                  Skip
                </Button>
              )}
            </div>
          </li>
        )
      })}
    </ul>
  )
}

function Begin({ printer, turn }: { printer: PrinterHead; turn: Turn }) {
  const { checkType, openSheetId } = turn
  const { begin, problem, busy } = useBeginCheck(printer.id)
  if (openSheetId)
    return (
      <Button component={Link} to={`/check/${openSheetId}`} size="sm" aria-label={`Go on with ${checkType.name}`}>
        Go on
      </Button>
    )
  return (
    <div>
      <Button
        size="sm"
        variant={turn.urgency && urgencies[turn.urgency].isNear ? 'filled' : 'default'}
        loading={busy}
        aria-label={`Begin ${checkType.name}`}
        onClick={() => void begin(checkType.id)}
      >
        Begin
      </Button>
      <Problem error={problem} />
    </div>
  )
}

function Past({ past }: { past: Checks['past'] }) {
  const { site } = useSession()
  return (
    <DataTable label="Checks that were done">
      <thead>
        <tr>
          <th>Check</th>
          <th>When</th>
          <th>Who</th>
          <th>Found</th>
        </tr>
      </thead>
      <tbody>
        {past.map((sheet) => (
          <tr key={sheet.id}>
            <th scope="row">
              <Link to={`/check/${sheet.id}`}>{sheet.name}</Link>
            </th>
            <td>{moment(sheet.at, site.timeZone)}</td>
            <td>{sheet.who}</td>
            <td>
              {sheet.outcome !== 'done'
                ? `${sheet.outcome}: ${sheet.reason ?? ''}`
                : sheet.out === 0
                  ? 'all in order'
                  : `${sheet.out} not in order`}
            </td>
          </tr>
        ))}
      </tbody>
    </DataTable>
  )
}

function SkipForm(props: { printer: PrinterHead; turn: Turn; onClose: () => void }) {
  const { printer, turn, onClose } = props
  return (
    <ReasonDialog
      title={`Skip: ${turn.checkType.name}`}
      verb="Skip this turn"
      done="Skipped; the next turn counts from now"
      label="Why is it left out this time?"
      actionFor={(reason) => ({
        kind: 'skip-check',
        printerId: printer.id,
        checkTypeId: turn.checkType.id,
        reason,
      })}
      onClose={onClose}
    />
  )
}
