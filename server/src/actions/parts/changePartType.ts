import type { ChangePartType } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { partTypeRow, partTypeWords } from './addPartType.ts'

export const changePartType: ActionKind<ChangePartType> = {
  right: 'set up the site',
  needs: ({ partTypeId }) => ({ partTypes: [partTypeId] }),
  async apply(facts, { siteId, action }) {
    const before = facts.partType(action.partTypeId)
    if (before.slotKind !== action.slotKind)
      throw new Refusal(
        409,
        'kind-is-fixed',
        `${before.name} is a ${before.slotKind}; parts of it may sit in such slots. Add a new part type for a ${action.slotKind}.`,
      )
    const renamed = before.name.toLowerCase() !== action.name.toLowerCase()
    if (renamed && (await facts.nameIsTaken('partType', action.name)))
      throw new Refusal(409, 'name-taken', `The catalogue already has a part type called ${action.name}.`)
    facts.put('partType', partTypeRow(action, siteId))
  },
  words: partTypeWords,
}
