import { Button, Group, Modal } from '@mantine/core'
import { useCallback, useEffect, useRef, useState, type ReactNode, type SyntheticEvent } from 'react'
import { useBlocker } from 'react-router'

/**
 * Keeps what is half filled in from being lost: reloading, going back or following a link asks first.
 * @param problem what the last try ran into; while there is none, a sent form may be left
 * @returns events and send for the form; askThen asks before it does what would lose it; question is shown beside the form
 */
export function useLeaveGuard(problem: unknown) {
  const touched = useRef(false)
  /** It is being sent: what follows from that loses nothing. */
  const sending = useRef(false)
  const [asked, setAsked] = useState<(() => void) | null>(null)
  useEffect(() => {
    if (problem != null) sending.current = false
  }, [problem])
  const blocks = useCallback(() => touched.current && !sending.current, [])
  const blocker = useBlocker(
    useCallback(
      ({
        currentLocation,
        nextLocation,
      }: {
        currentLocation: { pathname: string }
        nextLocation: { pathname: string }
      }) => blocks() && currentLocation.pathname !== nextLocation.pathname,
      [blocks],
    ),
  )
  useEffect(() => {
    const onUnload = (event: BeforeUnloadEvent) => {
      if (blocks()) event.preventDefault()
    }
    window.addEventListener('beforeunload', onUnload)
    return () => window.removeEventListener('beforeunload', onUnload)
  }, [blocks])
  const mark = () => (touched.current = true)
  const isAsking = asked !== null || blocker.state === 'blocked'
  return {
    events: {
      onInput: mark,
      onChange: mark,
      // A choice from a list tells the form of no change of its own.
      onClick: (event: SyntheticEvent) => {
        if (event.target instanceof Element && event.target.closest('[role=option]')) mark()
      },
    },
    send: () => (sending.current = true),
    askThen: (leave: () => void) => (blocks() ? setAsked(() => leave) : leave()),
    isAsking,
    // There only while it is asked: Escape must not answer the question that it has just brought up.
    question: isAsking && (
      <Modal
        opened
        onClose={() => {
          setAsked(null)
          blocker.reset?.()
        }}
        title={<b>What is filled in is not recorded yet</b>}
        closeButtonProps={{ 'aria-label': 'Close' }}
        transitionProps={{ duration: 0 }}
        centered
      >
        <p style={{ marginTop: 0 }}>When you leave now, it is lost.</p>
        <Group justify="flex-end" gap="xs">
          <Button
            variant="default"
            onClick={() => {
              const leave = asked
              setAsked(null)
              if (leave) leave()
              blocker.proceed?.()
            }}
          >
            Leave, and drop it
          </Button>
          <Button
            data-autofocus
            onClick={() => {
              setAsked(null)
              blocker.reset?.()
            }}
          >
            Go on filling in
          </Button>
        </Group>
      </Modal>
    ),
  }
}

/** A form that asks before it is left half filled in. */
export function GuardedForm(props: {
  onSubmit: () => void
  problem: unknown
  className?: string
  children: ReactNode
}) {
  const { onSubmit, problem, className, children } = props
  const { events, send, question } = useLeaveGuard(problem)
  return (
    <>
      <form
        className={className}
        {...events}
        onSubmit={(event) => {
          event.preventDefault()
          send()
          onSubmit()
        }}
      >
        {children}
      </form>
      {question}
    </>
  )
}
