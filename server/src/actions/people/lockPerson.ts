import type { LockPerson } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { staffMember, requireAnotherLead } from '../pieces/staffMember.ts'
import { endSessions } from '../pieces/endSessions.ts'

export const lockPerson: ActionKind<LockPerson> = {
  right: 'keep the staff',
  async apply(facts, { action }) {
    const { personId, locked, reason } = action
    const who = await staffMember(facts, personId)
    if (locked) await requireAnotherLead(facts, who)
    if (!locked && who.lockedReason === null)
      throw new Refusal(409, 'not-locked', `${who.displayName} is not locked out.`)
    facts.put('person', { ...who, lockedReason: locked ? reason : null })
    if (locked) await endSessions(facts, personId)
  },
  words: ({ personId, locked, reason }, names) =>
    `${names.person(personId)} ${locked ? 'is locked out' : 'may sign in again'}: ${reason}`,
}
