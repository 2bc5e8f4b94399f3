import type { ChangePerson } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { staffMember, requireAnotherLead } from '../pieces/staffMember.ts'
import { endSessions } from '../pieces/endSessions.ts'

export const changePerson: ActionKind<ChangePerson> = {
  right: 'keep the staff',
  async apply(facts, { personId: by, action }) {
    const { personId, displayName, role } = action
    const who = await staffMember(facts, personId)
    if (role !== 'lead') await requireAnotherLead(facts, who)
    facts.put('person', { ...who, displayName, role })
    if (role !== who.role && personId !== by) await endSessions(facts, personId)
  },
  words: ({ displayName, role }) => `${displayName} is ${role}`,
}
