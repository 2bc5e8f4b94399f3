import type { LeavePerson } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { staffMember, requireAnotherLead } from '../pieces/staffMember.ts'
import { endSessions } from '../pieces/endSessions.ts'

export const leavePerson: ActionKind<LeavePerson> = {
  right: 'keep the staff',
  async apply(facts, { at, action }) {
    const who = await staffMember(facts, action.personId)
    await requireAnotherLead(facts, who)
    facts.put('person', { ...who, leftAt: at })
    await endSessions(facts, action.personId)
  },
  words: ({ personId }, names) => `${names.person(personId)} leaves; the name stays in the book`,
}
