import { given } from '@diatribon/core'
import { notifications } from '@mantine/notifications'
import { useRef, useState } from 'react'
import { kindNames, type Action } from '@diatribon/contract'
import { putInOutbox } from '../shell/outbox.ts'
import { useSession } from '../shell/session.ts'
import { useFetchAnew } from './fetchAnew.ts'
import { newKey } from './newKey.ts'
import { wrongFields } from './wrongFields.ts'
import { isKnown, NoConnection, Refused, send, sendTogether, untilKnown } from './api.ts'

/** An action as a form knows it: the key and the moment are added when it is sent. */
type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> & { at?: string } : never

export type FormAction = WithoutHeader<Action>

/** What comes next on the screen depends on the server's answer, so these cannot wait when they are sent alone. */
const needsTheAnswer = new Set<Action['kind']>(['begin-check', 'take-in-printer'])

/** Sends an action from a form, or several of which all are recorded or none, and says how it went. */
export function useAction(done: string | null, onDone: () => void) {
  const { nowMs, person } = useSession()
  const fetchAnew = useFetchAnew()
  const headers = useRef<{ key: string; at: string }[]>(undefined)
  /** It went out under these keys and no answer came that says what became of it. */
  const maybeSent = useRef(false)
  const [problem, setProblem] = useState<unknown>(null)
  const [fields, setFields] = useState<Record<string, string>>({})
  const [busy, setBusy] = useState(false)

  async function submit(asked: FormAction | FormAction[]): Promise<boolean> {
    const actions = Array.isArray(asked) ? asked : [asked]
    setBusy(true)
    setProblem(null)
    setFields({})
    // Until it is known what became of it, the same keys and moment go out again, so that it is recorded once.
    const at = new Date(nowMs()).toISOString()
    headers.current ??= actions.map(() => ({ key: newKey(), at }))
    let recorded = false
    try {
      const whole = actions.map((action, i) => ({ ...given(headers.current)[i], ...action }) as Action)
      const wrong = maybeSent.current ? null : await wrongFields(whole)
      if (wrong) throw new Refused(400, 'bad-input', wrong.sentence, wrong.fields)
      await untilKnown<unknown>(() => (whole.length === 1 ? send(given(whole[0])) : sendTogether(whole)))
      headers.current = undefined
      maybeSent.current = false
      // The page catches up behind it; a button that stays in sight waits for that, so that nobody presses it twice.
      recorded = true
      const caughtUp = () => setBusy(false)
      void fetchAnew().then(caughtUp, caughtUp)
      if (done) notifications.show({ message: done, autoClose: 3000 })
      onDone()
      return true
    } catch (error) {
      if (!isKnown(error)) {
        maybeSent.current = true
        const canWait = actions.length > 1 || !needsTheAnswer.has(given(actions[0]).kind)
        if (canWait && (await keepForLater(actions, error))) return true
        setProblem(
          new Error(
            `${error instanceof NoConnection ? 'There is no connection to the server. ' : ''}It is not known yet whether this was recorded. Send it again when you can: it is recorded only once.`,
          ),
        )
        return false
      }
      // Another try, with other words, of what has been recorded after all.
      const wasThere = maybeSent.current && error instanceof Refused && error.code === 'key-used'
      headers.current = undefined
      maybeSent.current = false
      if (error instanceof Refused) setFields(error.fields)
      setProblem(
        wasThere
          ? new Error(
              'Your first try was recorded after all, as you sent it then. Close this and look, before you send more.',
            )
          : error,
      )
      return false
    } finally {
      if (!recorded) setBusy(false)
    }
  }

  /** Without a line the actions wait on this device under their keys. @returns false when the device cannot keep them */
  async function keepForLater(actions: FormAction[], error: unknown): Promise<boolean> {
    const whole = actions.map((action, i) => ({ ...given(headers.current)[i], ...action }) as Action)
    const words = whole.map(({ kind }) => kindNames[kind]).join(', ')
    try {
      await putInOutbox(person.id, whole, words)
    } catch {
      return false // the caller says so
    }
    headers.current = undefined
    maybeSent.current = false
    notifications.show({
      message:
        error instanceof NoConnection
          ? `No connection: “${words}” waits on this device and goes out when it is back`
          : `It is not known yet whether “${words}” was recorded: it waits on this device and is sent again, and recorded only once`,
      autoClose: 6000,
    })
    onDone()
    return true
  }
  return { submit, problem, fields, busy }
}
