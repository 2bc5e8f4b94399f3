import { notifications } from '@mantine/notifications'
import { useState } from 'react'
import { kindNames, type Action } from '@diatribon/contract'
import { putInOutbox } from './outbox.ts'
import { useSession } from './session.tsx'
import { NoConnection } from '../ui/api.ts'
import { useFetchAnew } from '../ui/fetchAnew.ts'
import { openSending, type FormAction } from './openSending.ts'

export type { FormAction }

const wordsOf = (actions: Action[]) => actions.map(({ kind }) => kindNames[kind]).join(', ')

/** Sends an action from a form, or several of which all are recorded or none, and says how it went. */
export function useAction(done: string | null, onDone: () => void) {
  const { nowMs, person } = useSession()
  const fetchAnew = useFetchAnew()
  const [send] = useState(() => openSending((actions) => putInOutbox(person.id, actions, wordsOf(actions))))
  const [problem, setProblem] = useState<unknown>(null)
  const [fields, setFields] = useState<Record<string, string>>({})
  const [busy, setBusy] = useState(false)

  async function submit(asked: FormAction | FormAction[]): Promise<boolean> {
    setBusy(true)
    setProblem(null)
    setFields({})
    const sent = await send(Array.isArray(asked) ? asked : [asked], new Date(nowMs()).toISOString())
    if (sent.became === 'nothing') {
      setProblem(sent.problem)
      setFields(sent.fields)
      setBusy(false)
      return false
    }
    if (sent.became === 'kept') {
      setBusy(false)
      notifications.show({ message: keptWords(sent.error, wordsOf(sent.actions)), autoClose: 6000 })
    } else {
      // The page catches up behind it; a button that stays in sight waits for that, so that nobody presses it twice.
      const caughtUp = () => setBusy(false)
      void fetchAnew().then(caughtUp, caughtUp)
      if (done) notifications.show({ message: done, autoClose: 3000 })
    }
    onDone()
    return true
  }
  return { submit, problem, fields, busy }
}

const keptWords = (error: unknown, words: string) =>
  error instanceof NoConnection
    ? `No connection: “${words}” waits on this device and goes out when it is back`
    : `It is not known yet whether “${words}” was recorded: it waits on this device and is sent again, and recorded only once`
