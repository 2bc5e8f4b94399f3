import type { AddPartType } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'

export const addPartType: ActionKind<AddPartType> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const { partTypeId: id, name, slotKind, priceMinor, minutes, failureExtraMinor, tradeIntervalHours } = action
    if (await facts.nameIsTaken('partType', name))
      throw new Refusal(409, 'name-taken', `The catalogue already has a part type called ${name}.`)
    facts.put('partType', { id, siteId, name, slotKind, priceMinor, minutes, failureExtraMinor, tradeIntervalHours })
  },
  words: ({ name, slotKind, tradeIntervalHours }) => `${name} (${slotKind}), usual interval ${tradeIntervalHours} h`,
}
