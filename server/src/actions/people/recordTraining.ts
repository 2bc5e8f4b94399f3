import { requireStaffHere } from '../pieces/staffHere.ts'
import type { RecordTraining } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'

export const recordTraining: ActionKind<RecordTraining> = {
  right: 'record training',
  async whenSent(facts, { personId }) {
    await requireStaffHere(facts, personId)
  },
  async apply(facts, { siteId, personId: by, action }) {
    const { trainingId, personId, topic, day, note = null } = action
    requireDay('day', day)
    await facts.get('person', personId, 'person')
    if (await facts.look('training', trainingId))
      throw new Refusal(409, 'already-here', 'There is already a training with this id.')
    facts.put('training', { id: trainingId, siteId, personId, topic, day, note, by })
  },
  words: ({ personId, topic, day }, names) => `${names.person(personId)}: ${topic}, ${day}`,
}
