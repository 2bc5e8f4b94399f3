import { Problem } from '../../ui/Problem.tsx'
import type { FaultPage, FaultStep } from '@diatribon/contract'
import { Button } from '@mantine/core'
import { useSession } from '../../session/session.tsx'
import { useAction } from '../../session/useAction.ts'
import { moment } from '../../ui/words.ts'
import classes from '../Faults.module.css'

/** What was tested and changed so far, and who was at it. */
export function Tried({ page }: { page: FaultPage }) {
  const { site } = useSession()
  const { steps, work } = page
  return (
    <section aria-labelledby="tried" className={classes.sheet}>
      <h2 id="tried">What was tried</h2>
      {steps.length === 0 ? (
        <p className="quiet">Nothing yet. One change at a time, and the same test piece before and after.</p>
      ) : (
        <ol className={classes.steps}>
          {steps.map((step) => (
            <li key={step.id}>
              <b>{step.words}</b>:{' '}
              {step.outcome
                ? step.kind === 'change'
                  ? `fault ${step.outcome}`
                  : step.outcome
                : 'not told yet whether it helped'}
              <div className="quiet">
                {step.kind === 'test' ? 'test' : 'change'}, {step.who}, {moment(step.at, site.timeZone)}
                {step.note && `. ${step.note}`}
              </div>
            </li>
          ))}
        </ol>
      )}
      {work.length > 0 && (
        <p className="quiet" style={{ margin: '8px 0 0' }}>
          {work
            .map(
              ({ who, from, until, waitingFor }) =>
                `${who} from ${moment(from, site.timeZone)}${until ? '' : ', still at it'}${waitingFor ? `, then waiting for ${waitingFor}` : ''}`,
            )
            .join('; ')}
        </p>
      )}
    </section>
  )
}

/** A change waits for the word whether it helped. */
export function TellOutcome({ page, step }: { page: FaultPage; step: FaultStep }) {
  const { submit, problem, busy } = useAction(null, () => undefined)
  const tell = (outcome: 'gone' | 'still there') =>
    void submit({
      kind: 'tell-outcome',
      printerId: page.printer.id,
      faultId: page.fault.id,
      changeId: step.id,
      outcome,
    })
  return (
    <section className={classes.sheet} aria-label="Has it helped?" style={{ borderLeft: '5px solid var(--soon)' }}>
      <b>Has “{step.words}” helped?</b> Print the same test piece as before; the next change waits for the answer.
      <div className={classes.outcomes}>
        <Button size="sm" loading={busy} onClick={() => tell('gone')}>
          The fault is gone
        </Button>
        <Button size="sm" variant="default" loading={busy} onClick={() => tell('still there')}>
          It is still there
        </Button>
      </div>
      <Problem error={problem} />
    </section>
  )
}
