import type { RescueLead } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { endSessions } from '../pieces/endSessions.ts'

export const rescueLead: ActionKind<RescueLead> = {
  right: 'rescue a lead',
  async apply(facts, { action }) {
    const who = await facts.get('person', action.personId, 'person')
    if (who.role === 'device' || who.role === 'visitor')
      throw new Refusal(409, 'not-staff', `${who.displayName} is no person of the staff.`)
    facts.put('person', { ...who, role: 'lead', lockedReason: null, leftAt: null })
    await endSessions(facts, who.id)
  },
  words: ({ personId }, names) => `${names.person(personId)} is lead, with a new PIN, by the command on the server`,
}
