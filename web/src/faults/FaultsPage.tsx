import { Button } from '@mantine/core'
import { Link } from 'react-router'
import { goOnWords, type PrinterFault } from '@diatribon/contract'

import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { ago, plural } from '../ui/words.ts'
import classes from './Faults.module.css'
import { DutyLine } from './OpenFaults.tsx'
import { useFaults, usePromises } from '../reads/faults.ts'

/** Everything that is reported and not closed, and everything that is mended for now only. */
export function FaultsPage() {
  const { nowMs, dayHere } = useSession()
  const faults = useFaults()
  return (
    <>
      <PageHead title="Faults" says="What somebody saw and nobody has settled yet; those that say stop come first.">
        <div className={classes.acts}>
          <Button variant="default" component={Link} to="/knowledge">
            Symptoms, causes, tests
          </Button>
          <Button variant="default" component={Link} to="/time-down">
            Time down
          </Button>
        </div>
      </PageHead>
      <AsyncView of={faults}>
        {(rows) =>
          rows.length === 0 ? (
            <Nothing title="No fault is open.">
              Report one from the page of a printer, or by its label without signing in.
            </Nothing>
          ) : (
            <ul className={classes.list} aria-label="Open faults">
              {rows.map((fault) => (
                <FaultLine key={fault.id} fault={fault} nowMs={nowMs} />
              ))}
            </ul>
          )
        }
      </AsyncView>
      <Promises today={dayHere()} />
    </>
  )
}

function FaultLine({ fault, nowMs }: { fault: PrinterFault; nowMs: () => number }) {
  return (
    <li className={classes.row}>
      <span className={classes.place}>{fault.printer.place}</span>
      <Link to={`/printers/${fault.printer.id}`}>
        <b>{fault.printer.name}</b>
      </Link>
      <div>
        {fault.symptom}
        <div className="quiet">
          {fault.known && fault.known.name !== fault.symptom && `${fault.known.name}. `}
          {fault.who}, {ago(fault.at, nowMs())}
          {fault.waitingFor && `. Waiting for ${fault.waitingFor}`}
          {fault.atIt.length > 0 && `. ${fault.atIt.join(' and ')} ${fault.atIt.length > 1 ? 'are' : 'is'} at it`}
        </div>
      </div>
      <div>
        {fault.printer.out && <StateMark state={fault.printer.out.state} />}
        <div className="quiet">{goOnWords(fault)}</div>
      </div>
      <Button
        size="sm"
        component={Link}
        to={`/faults/${fault.id}`}
        aria-label={`To the fault of ${fault.printer.name}: ${fault.symptom}`}
      >
        Find the cause
      </Button>
    </li>
  )
}

function Promises({ today }: { today: string }) {
  const promises = usePromises()
  return (
    <section aria-labelledby="promises">
      <h2 id="promises">Promises</h2>
      <AsyncView of={promises}>
        {(rows) =>
          rows.length === 0 ? (
            <p className="quiet">Nothing is mended for now only.</p>
          ) : (
            <>
              <p className="quiet" style={{ margin: '2px 0' }}>
                {plural(rows.length, 'temporary fix', 'temporary fixes')} to be made good
                {rows.some(({ dueDate }) => dueDate < today) &&
                  `, ${rows.filter(({ dueDate }) => dueDate < today).length} past the day`}
                .
              </p>
              {rows.map((duty) => (
                <div key={duty.id}>
                  <Link to={`/printers/${duty.printer.id}`}>
                    <b>{duty.printer.name}</b>
                  </Link>{' '}
                  {duty.dueDate < today && <StateMark state="overdue" />}
                  <DutyLine duty={duty} />
                </div>
              ))}
            </>
          )
        }
      </AsyncView>
    </section>
  )
}
