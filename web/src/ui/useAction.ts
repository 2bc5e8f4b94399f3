import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import { kindNames, type Action } from '@diatribon/contract'
import { putInOutbox } from '../shell/outbox.ts'
import { useSession } from '../shell/session.ts'
import { useFetchAnew } from './fetchAnew.ts'
import { newKey } from './newKey.ts'
import { NoConnection, Refused, send, sendTogether } from './api.ts'

/** An action as a form knows it: the key and the moment are added when it is sent. */
type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> & { at?: string } : never

export type FormAction = WithoutHeader<Action>

/** What comes next on the screen depends on the server's answer, so these cannot wait. */
const needsTheAnswer = new Set<Action['kind']>(['begin-check', 'take-in-printer'])

/** Sends an action from a form, or several of which all are recorded or none, and says how it went. */
export function useAction(done: string | null, onDone: () => void) {
  const { nowMs, person } = useSession()
  const fetchAnew = useFetchAnew()
  const headers = useRef<{ key: string; at: string }[]>(undefined)
  const [problem, setProblem] = useState<unknown>(null)
  const [fields, setFields] = useState<Record<string, string>>({})
  const [busy, setBusy] = useState(false)

  async function submit(asked: FormAction | FormAction[]): Promise<boolean> {
    const actions = Array.isArray(asked) ? asked : [asked]
    setBusy(true)
    setProblem(null)
    setFields({})
    // After a lost answer the same key and moment go out again, so that the action is recorded once.
    const at = new Date(nowMs()).toISOString()
    headers.current ??= actions.map(() => ({ key: newKey(), at }))
    try {
      const whole = actions.map((action, i) => ({ ...headers.current![i], ...action }) as Action)
      await (whole.length === 1 ? send(whole[0]!) : sendTogether(whole))
      headers.current = undefined
      await fetchAnew()
      if (done) notifications.show({ message: done, autoClose: 3000 })
      onDone()
      return true
    } catch (error) {
      if (error instanceof NoConnection && !actions.some(({ kind }) => needsTheAnswer.has(kind)))
        if (await keepForLater(actions)) return true
      if (!(error instanceof NoConnection)) headers.current = undefined
      if (error instanceof Refused) setFields(error.fields)
      setProblem(
        error instanceof NoConnection
          ? new Error('No connection: not recorded yet. Try again when it is back; it is recorded only once.')
          : error,
      )
      return false
    } finally {
      setBusy(false)
    }
  }

  /** Without a line the actions wait on this device under their keys. @returns false when the device cannot keep them */
  async function keepForLater(actions: FormAction[]): Promise<boolean> {
    const whole = actions.map((action, i) => ({ ...headers.current![i], ...action }) as Action)
    const words = whole.map(({ kind }) => kindNames[kind]).join(', ')
    try {
      await putInOutbox(person.id, whole, words)
    } catch {
      return false
    }
    headers.current = undefined
    notifications.show({
      message: `No connection: “${words}” waits on this device and goes out when it is back`,
      autoClose: 6000,
    })
    onDone()
    return true
  }
  return { submit, problem, fields, busy }
}
