import type { AdmitPerson } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const admitPerson: ActionKind<AdmitPerson> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const { personId, name, displayName, role } = action
    if (await facts.look('person', personId))
      throw new Refusal(
        409,
        'already-here',
        'There is already somebody with this id. Change that person, or make a new id.',
      )
    if (await facts.nameIsTaken('person', name))
      throw new Refusal(409, 'name-taken', `Somebody already signs in as ${name}. Choose another name.`)
    facts.put('person', {
      id: personId,
      siteId,
      name,
      displayName,
      role,
      lockedReason: null,
      leftAt: null,
      shifts: { weekly: [], days: [] },
    })
  },
  words: ({ displayName, role }) => `${displayName} joins as ${role}`,
}
