import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { goOnWords, type MadeDuty, type OpenFault } from '@diatribon/contract'
import { Photos } from '../ui/PhotoButton.tsx'
import { useSession } from '../session/session.tsx'
import { useAction } from '../session/useAction.ts'
import { day, hours, moment } from '../ui/words.ts'
import { LiftStop } from './LiftStop.tsx'
import classes from './OpenFaults.module.css'

/** What is reported and not closed, and what somebody has promised to do, on the printer's page. */
export function OpenFaults(props: { printer: { id: string; name: string }; faults: OpenFault[]; duties: MadeDuty[] }) {
  const { printer, faults, duties } = props
  const { site, may } = useSession()
  return (
    <>
      {faults.map((fault) => (
        <div key={fault.id} role="note" className={classes.fault}>
          <div>
            <b>{fault.stops ? 'Stopped by a report' : 'Fault, not closed'}:</b> {fault.symptom}
            <div className="quiet">
              {fault.who}, {moment(fault.at, site.timeZone)}. {goOnWords(fault)}.
            </div>
            <div className={classes.photos}>
              <Photos ids={fault.photos} />
            </div>
          </div>
          <div className={classes.acts}>
            <LiftStop fault={fault} printer={printer} />
            <Button size="sm" variant="default" component={Link} to={`/faults/${fault.id}`}>
              {may('work on faults') ? 'Find the cause' : 'See'}
            </Button>
          </div>
        </div>
      ))}
      {duties.map((duty) => (
        <DutyLine key={duty.id} duty={duty} />
      ))}
    </>
  )
}

/** A duty that somebody made, with the way to settle it. */
export function DutyLine({ duty }: { duty: MadeDuty }) {
  const { may } = useSession()
  const { submit, busy } = useAction('Done', () => undefined)
  const { dueRunHours, runHours, promiseOf } = duty
  const when =
    dueRunHours === null
      ? `by ${day(duty.dueDate)}`
      : dueRunHours > runHours
        ? `at ${hours(dueRunHours)}, in ${hours(dueRunHours - runHours)}, about ${day(duty.dueDate)}`
        : `at ${hours(dueRunHours)}, now due`
  return (
    <div role="note" className={classes.duty}>
      <div>
        <b>
          {promiseOf ? 'Promised' : 'To be done'} {when}:
        </b>{' '}
        {duty.words}
        <div className="quiet">
          put down by {duty.who}
          {promiseOf && (
            <>
              . Mended for now only: <Link to={`/faults/${promiseOf.faultId}`}>{promiseOf.words}</Link>
            </>
          )}
        </div>
      </div>
      {may('make duties') && (
        <Button
          size="sm"
          variant="default"
          loading={busy}
          aria-label={`${promiseOf ? 'Made good' : 'Done'}: ${duty.words}`}
          onClick={() => void submit({ kind: 'settle-duty', printerId: duty.printer.id, dutyId: duty.id })}
        >
          {promiseOf ? 'Made good' : 'Done'}
        </Button>
      )}
    </div>
  )
}
