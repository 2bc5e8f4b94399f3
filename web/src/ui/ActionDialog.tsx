import { Button, Modal } from '@mantine/core'
import { useMediaQuery } from '@mantine/hooks'
import { useEffect, useRef, type FormEvent, type ReactNode } from 'react'
import { Refused } from './api.ts'
import { useFetchAnew } from './fetchAnew.ts'
import { useLeaveGuard } from './GuardedForm.tsx'
import { fetchShapes } from './wrongFields.ts'
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

/** When the dialog is gone, the keyboard is where it was: at the button that opened it, or at that of its menu. */
function useFocusBack() {
  const opener = useRef<HTMLElement | null>(null)
  useEffect(() => {
    const active = lastFocused
    const menu = active?.closest('[role=menu]')
    const ofMenu = menu && document.querySelector<HTMLElement>(`[aria-controls="${CSS.escape(menu.id)}"]`)
    opener.current = ofMenu ?? active
    return () => {
      const back = opener.current
      // Once the dialog has left the page and let the focus go.
      requestAnimationFrame(() => {
        if (back?.isConnected && (document.activeElement === document.body || !document.activeElement)) back.focus()
      })
    }
  }, [])
}

/** What had the focus last outside of any dialog: a dialog takes it before its own effects run. */
let lastFocused: HTMLElement | null = null
document.addEventListener('focusin', ({ target }) => {
  if (target instanceof HTMLElement && !target.closest('[role=dialog]')) lastFocused = target
})

/** The sheet in which an action is filled in; the whole screen on a phone. */
export function ActionDialog({ title, verb, busy, problem, onSubmit, onClose, children }: Props) {
  const fetchAnew = useFetchAnew()
  const phone = useMediaQuery('(max-width: 48em)')
  const { events, send, askThen, isAsking, question } = useLeaveGuard(problem)
  const close = () => askThen(onClose)
  useFocusBack()
  useEffect(() => void fetchShapes(), [])
  const submit = (event: FormEvent) => {
    event.preventDefault()
    send()
    onSubmit()
  }
  return (
    <Modal
      closeButtonProps={{ 'aria-label': 'Close' }}
      opened
      onClose={close}
      closeOnEscape={!isAsking}
      returnFocus={false}
      title={<b>{title}</b>}
      fullScreen={phone}
      size="lg"
      transitionProps={{ duration: 0 }}
    >
      <form onSubmit={submit} {...events}>
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
          <Button variant="default" onClick={close} size="md">
            Cancel
          </Button>
          <Button type="submit" loading={busy} size="md">
            {verb}
          </Button>
        </div>
      </form>
      {question}
    </Modal>
  )
}
