import { given } from '@diatribon/core'
import type { Action } from '@diatribon/contract'
import { isKnown, NoConnection, Refused, send, sendTogether, untilKnown } from '../ui/api.ts'
import { newKey } from '../ui/newKey.ts'
import { wrongFields } from '../ui/wrongFields.ts'

/** An action as a form knows it: the key and the moment are added when it is sent. */
type WithoutHeader<A> = A extends Action ? Omit<A, 'key' | 'at'> & { at?: string } : never

export type FormAction = WithoutHeader<Action>

/** What became of what was sent; `problem` says why it was not recorded, or that nobody knows. */
export type Sent =
  | { became: 'recorded' }
  | { became: 'kept'; error: unknown; actions: Action[] }
  | { became: 'nothing'; problem: unknown; fields: Record<string, string> }

/** What comes next on the screen depends on the server's answer, so these cannot wait when they are sent alone. */
const needsTheAnswer = new Set<Action['kind']>(['begin-check', 'take-in-printer'])

/**
 * The sending of one form. Until it is known what became of it, the same keys and moment go out again, so that it is
 * recorded once, however often it is sent.
 * @param keep puts actions by on this device until the line is back; throws when it cannot
 */
export function openSending(keep: (actions: Action[]) => Promise<void>) {
  let headers: { key: string; at: string }[] | null = null
  /** It went out under these keys and no answer came that says what became of it. */
  let maybeSent = false
  const forget = () => {
    headers = null
    maybeSent = false
  }

  async function keepForLater(whole: Action[], error: unknown): Promise<Sent> {
    const canWait = whole.length > 1 || !needsTheAnswer.has(given(whole[0]).kind)
    const isKept =
      canWait &&
      (await keep(whole).then(
        () => true,
        () => false, // the sentence below says so
      ))
    if (isKept) {
      forget()
      return { became: 'kept', error, actions: whole }
    }
    maybeSent = true
    const why = error instanceof NoConnection ? 'There is no connection to the server. ' : ''
    return {
      became: 'nothing',
      problem: new Error(
        `${why}It is not known yet whether this was recorded. Send it again when you can: it is recorded only once.`,
      ),
      fields: {},
    }
  }

  function refused(error: unknown): Sent {
    // Another try, with other words, of what has been recorded after all.
    const wasThere = maybeSent && error instanceof Refused && error.code === 'key-used'
    forget()
    return {
      became: 'nothing',
      problem: wasThere
        ? new Error(
            'Your first try was recorded after all, as you sent it then. Close this and look, before you send more.',
          )
        : error,
      fields: error instanceof Refused ? error.fields : {},
    }
  }

  /** @param at now, by the server's clock: the moment of the first try holds for those after it */
  return async (actions: FormAction[], at: string): Promise<Sent> => {
    headers ??= actions.map(() => ({ key: newKey(), at }))
    const whole = actions.map((action, i) => ({ ...headers?.[i], ...action }) as Action)
    try {
      const wrong = maybeSent ? null : await wrongFields(whole)
      if (wrong) throw new Refused(400, 'bad-input', wrong.sentence, wrong.fields)
      await untilKnown<unknown>(() => (whole.length === 1 ? send(given(whole[0])) : sendTogether(whole)))
      forget()
      return { became: 'recorded' }
    } catch (error) {
      return isKnown(error) ? refused(error) : keepForLater(whole, error)
    }
  }
}
