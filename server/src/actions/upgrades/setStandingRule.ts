import type { SetStandingRule } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const setStandingRule: ActionKind<SetStandingRule> = {
  right: 'keep the upgrades',
  needs: ({ partTypeId, replacementPartTypeId }) => ({
    partTypes: [partTypeId, ...(replacementPartTypeId ? [replacementPartTypeId] : [])],
  }),
  async apply(facts, { siteId, personId, at, action }) {
    const { partTypeId, replacementPartTypeId, reason } = action
    const part = facts.partType(partTypeId)
    if (replacementPartTypeId) {
      const instead = facts.partType(replacementPartTypeId)
      if (instead.id === part.id)
        throw badInput('replacementPartTypeId', 'That is the same part; a rule names another.')
      if (instead.slotKind !== part.slotKind)
        throw badInput(
          'replacementPartTypeId',
          `${instead.name} fits a ${instead.slotKind} slot, ${part.name} a ${part.slotKind}.`,
        )
    }
    await facts.load('standingRule', 'id', [partTypeId])
    facts.put('standingRule', { id: partTypeId, siteId, insteadId: replacementPartTypeId, reason, at, personId })
  },
  words: ({ partTypeId, replacementPartTypeId, reason }, names) =>
    replacementPartTypeId
      ? `When ${names.partType(partTypeId)} fails, ${names.partType(replacementPartTypeId)} goes in. ${reason}`
      : `When ${names.partType(partTypeId)} fails, the same goes in again. ${reason}`,
}
