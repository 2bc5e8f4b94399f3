import { Button } from '@mantine/core'
import { useState } from 'react'
import { useSession } from '../session/session.tsx'
import { useAction } from '../session/useAction.ts'
import { day, plural } from '../ui/words.ts'
import classes from './Handover.module.css'
import { PinNoticeForm } from '../forms/PinNoticeForm.tsx'
import { useNoticeBoard } from '../reads/handover.ts'

/** Notices that are pinned until a day; where it says so, with the way to pin one. */
export function Notices({ pins = false }: { pins?: boolean }) {
  const { may } = useSession()
  const { data } = useNoticeBoard()
  const [pinning, setPinning] = useState(false)
  const { submit, busy } = useAction('Taken down', () => undefined)
  return (
    <>
      {data?.fromOutside && may('lift a stop') && (
        <div role="note" className={classes.notice}>
          <span>
            <b>Many stops by label in the last hour:</b> {plural(data.fromOutside.printers, 'printer')} stopped by
            people without an account
            {data.fromOutside.refused > 0 && `, ${plural(data.fromOutside.refused, 'more report')} turned away`}. Look
            at the printers, and at who it is; each stop is lifted on the page of its printer.
          </span>
        </div>
      )}
      {data?.notices.map(({ id, text, until, who }) => (
        <div key={id} role="note" className={classes.notice}>
          <span>
            {text}{' '}
            <span className="quiet">
              {who}, until {day(until)}
            </span>
          </span>
          {pins && may('pin notices') && (
            <Button
              size="compact-sm"
              variant="subtle"
              loading={busy}
              aria-label={`Take down: ${text}`}
              onClick={() => void submit({ kind: 'unpin-notice', noticeId: id })}
            >
              Take down
            </Button>
          )}
        </div>
      ))}
      {pins && may('pin notices') && (
        <Button size="compact-sm" variant="subtle" mb="xs" onClick={() => setPinning(true)}>
          Pin a notice
        </Button>
      )}
      {pinning && <PinNoticeForm onClose={() => setPinning(false)} />}
    </>
  )
}
