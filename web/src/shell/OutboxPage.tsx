import { Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { moment } from '../ui/words.ts'
import { CorrectWaiting } from './CorrectWaiting.tsx'
import { dropFromOutbox, keepsFailing, type Waiting } from '../session/outbox.ts'
import classes from './Shell.module.css'
import { useSession } from '../session/session.tsx'
import { useOutbox } from '../session/useOutbox.ts'

const words = { waiting: 'Waiting for the line', sent: 'Sent: it is in the book', refused: 'Refused' }

/** What was recorded on this device without a connection: waiting, sent, or refused with the reason and a way on. */
export function OutboxPage() {
  const { site } = useSession()
  const list = useOutbox()
  const [correcting, setCorrecting] = useState<Waiting | null>(null)
  return (
    <>
      <PageHead
        title="Waiting on this device"
        says="Without a connection your entries stay here, with the time at which you made them, and go out when it is back. Each is recorded once. Do not clear this browser’s data while something waits."
      />
      {list.length === 0 ? (
        <Nothing title="Nothing waits.">Everything that you recorded is in the book.</Nothing>
      ) : (
        <ul className={classes.outbox} aria-label="Entries of this device">
          {list.toReversed().map((one) => {
            const printerId = one.actions.flatMap((action) => ('printerId' in action && action.printerId) || [])[0]
            return (
              <li key={one.id} data-state={one.state}>
                <div>
                  <b>{keepsFailing(one) ? 'Fails again and again' : words[one.state]}</b>: {one.words}
                  <div className="quiet">made {moment(one.at, site.timeZone)}</div>
                  {one.reason && <div role="alert">{one.reason}</div>}
                </div>
                <span>
                  {printerId && (
                    <Button size="sm" variant="default" component={Link} to={`/printers/${printerId}`}>
                      {one.state === 'refused' ? 'Look and do it again' : 'To the printer'}
                    </Button>
                  )}{' '}
                  {(one.state === 'refused' || keepsFailing(one)) && (
                    <Button
                      size="sm"
                      variant="default"
                      aria-label={`Put right: ${one.words}`}
                      onClick={() => setCorrecting(one)}
                    >
                      Put right
                    </Button>
                  )}
                  {(one.state !== 'waiting' || keepsFailing(one)) && (
                    <Button
                      size="sm"
                      variant="subtle"
                      aria-label={`${one.state === 'sent' ? 'Clear' : 'Drop'}: ${one.words}`}
                      onClick={() => void dropFromOutbox(one.id)}
                    >
                      {one.state === 'sent' ? 'Clear' : 'Drop'}
                    </Button>
                  )}
                </span>
              </li>
            )
          })}
        </ul>
      )}
      {correcting && <CorrectWaiting one={correcting} onClose={() => setCorrecting(null)} />}
    </>
  )
}
