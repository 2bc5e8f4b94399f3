import { Button, Modal } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import type { FormEvent, ReactNode } from 'react'
import { Refused } from './api.ts'
import { useFetchAnew } from './fetchAnew.ts'
import { Problem } from './Problem.tsx'

interface Props {
  title: string
  /** What the button does: "Count", "Swap". */
  verb: string
  busy: boolean
  problem: unknown
  onSubmit: () => void
  onClose: () => void
  children: ReactNode
}

/** The sheet in which an action is filled in; the whole screen on a phone. */
export function ActionDialog({ title, verb, busy, problem, onSubmit, onClose, children }: Props) {
  const fetchAnew = useFetchAnew()
  const phone = useMediaQuery('(max-width: 48em)')
  const submit = (event: FormEvent) => {
    event.preventDefault()
    onSubmit()
  }
  return (
    <Modal
      closeButtonProps={{ 'aria-label': 'Close' }}
      opened
      onClose={onClose}
      title={<b>{title}</b>}
      fullScreen={phone}
      size="lg"
      transitionProps={{ duration: 0 }}
    >
      <form onSubmit={submit}>
        {children}
        <Problem error={problem} />
        {problem instanceof Refused && problem.status === 409 && (
          <Button
            variant="default"
            size="sm"
            onClick={() => {
              void fetchAnew()
              onClose()
            }}
          >
            Close, and show what is true now
          </Button>
        )}
        <div style={{ display: 'flex', gap: 10, justifyContent: 'flex-end', marginTop: 18 }}>
          <Button variant="default" onClick={onClose} size="md">
            Cancel
          </Button>
          <Button type="submit" loading={busy} size="md">
            {verb}
          </Button>
        </div>
      </form>
    </Modal>
  )
}
