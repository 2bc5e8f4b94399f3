import { Checkbox } from '@mantine/core'
import { useState } from 'react'
import {
  confirmedWork,
  isAtLeast,
  isSignedOffFor,
  signOffLasts,
  type ConfirmedWork,
  type MayDo,
  type PersonHere,
  type SignOff,
} from '@diatribon/contract'
import { useSlotKinds } from '../reads/useSlotKinds.ts'
import { useSession } from '../session/session.tsx'
import { usePeople } from '../reads/people.ts'

/** Who of the staff is signed off for a kind of work on printers of a model, those who are here first. */
export function useSignedOff({ asked = true }: { asked?: boolean } = {}) {
  const { person, site, dayHere } = useSession()
  const { data: people } = usePeople(asked)
  const today = dayHere()
  const has = (one: PersonHere, signOff: SignOff, modelId: string | undefined) =>
    isSignedOffFor(
      one.signOffs.filter((given) => signOffLasts(given, today)),
      site.relaxed,
      signOff,
      modelId ?? null,
    )
  return {
    /** undefined while the staff is not known yet. */
    me: people?.find(({ id }) => id === person.id),
    has,
    /** Names to ask, with who is here now. */
    ask: (needed: SignOff[], modelId: string | undefined) =>
      (people ?? [])
        .filter((one) => !one.left && one.lockedReason === null && one.id !== person.id)
        .filter((one) => isAtLeast(one.role, 'technician') && needed.every((signOff) => has(one, signOff, modelId)))
        .sort((a, b) => Number(b.onShift) - Number(a.onShift))
        .map((one) => (one.onShift ? `${one.displayName} (here now)` : one.displayName)),
  }
}

/**
 * Work on slots of these kinds: what the person lacks, and the confirmation that hot and mains work asks for.
 * @param more sign-offs that are needed whatever the slots
 * @returns lacking: sign-offs that are missing; field: what the form shows; isReady and confirmed go with the action
 */
export function useHandsOn(slotKinds: string[], modelId: string | undefined, more: readonly SignOff[] = []) {
  const { me, has, ask } = useSignedOff()
  const [agreed, setAgreed] = useState<string | null>(null)
  const { workOf } = useSlotKinds()
  const needed = [...new Set([...slotKinds.flatMap((kind) => workOf(kind) ?? []), ...more])]
  const lacking = me ? needed.filter((signOff) => !has(me, signOff, modelId)) : []
  const toConfirm: ConfirmedWork[] = confirmedWork.filter((work) => needed.includes(work))
  const key = toConfirm.join()
  const field =
    lacking.length > 0 ? (
      <Lacking signOffs={lacking} askOneOf={ask(needed, modelId)} />
    ) : toConfirm.length > 0 ? (
      <Checkbox
        mt="sm"
        size="md"
        label={`I have read the cautions of ${toConfirm.join(' and ')} and keep to them. This is written in the book.`}
        checked={agreed === key}
        onChange={({ currentTarget }) => setAgreed(currentTarget.checked ? key : null)}
      />
    ) : null
  return {
    lacking,
    field,
    isReady: lacking.length === 0 && (toConfirm.length === 0 || agreed === key),
    confirmed: toConfirm.length > 0 ? { confirmed: toConfirm } : {},
    notReady:
      lacking.length > 0
        ? `This is ${lacking.join(' and ')}; you are not signed off for it.`
        : 'Confirm first that you keep to the cautions.',
  }
}

/** Whom to ask for what somebody is not signed off for, or who could give it. */
export const askWords = (people: string[], what: string) =>
  people.length > 0
    ? `Ask one of: ${people.slice(0, 4).join(', ')}.`
    : `Nobody is signed off for ${what} yet. A lead gives it under People.`

/** What a person may not do, and whom to ask. */
export function Lacking({ signOffs, askOneOf }: { signOffs: (SignOff | null)[]; askOneOf: string[] }) {
  const what = signOffs.filter(Boolean).join(' and ')
  return (
    <p role="note" style={{ borderLeft: '4px solid var(--soon)', paddingLeft: 10, margin: '8px 0' }}>
      <b>{what ? `This is ${what}. ` : 'This is not yours to do. '}</b>
      {what || askOneOf.length > 0 ? askWords(askOneOf, what) : 'Nobody here may do it.'} You may report what you see.
    </p>
  )
}

/** Whom to ask, with a word on those who are here now. */
export const hereFirst = ({ askOneOf, hereNow }: Pick<MayDo, 'askOneOf' | 'hereNow'>) =>
  askOneOf.map((name) => (hereNow.includes(name) ? `${name} (here now)` : name))
