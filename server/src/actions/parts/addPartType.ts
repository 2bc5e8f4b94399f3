import { type AddPartType, type PartTypePayload } from '@diatribon/contract'
import { clockUnits } from '@diatribon/core'
import { requireSlotKinds } from '../pieces/slotKinds.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import type { PartTypeRow } from '../facts.ts'

export const addPartType: ActionKind<AddPartType> = {
  right: 'set up the site',
  needs: ({ partTypeId }) => ({ partTypes: [partTypeId] }),
  whenSent: (facts, { slotKind }) => requireSlotKinds(facts, [{ name: slotKind, field: 'slotKind' }]),
  async apply(facts, { siteId, action }) {
    if (facts.find('partType', action.partTypeId))
      throw new Refusal(409, 'already-here', 'This part type is in the catalogue already. Change it instead.')
    if (await facts.nameIsTaken('partType', action.name))
      throw new Refusal(409, 'name-taken', `The catalogue already has a part type called ${action.name}.`)
    facts.put('partType', partTypeRow(action, siteId))
  },
  words: partTypeWords,
}

export function partTypeRow(payload: PartTypePayload, siteId: string): PartTypeRow {
  const { partTypeId, name, slotKind, priceMinor, minutes, failureExtraMinor, tradeInterval } = payload
  const {
    agesBy = 'hours',
    maxNozzleC = null,
    nozzleMm = null,
    toleratesAbrasive = null,
    tradeWeight = 1,
    abrasiveMetresMost = null,
    joints = [],
  } = payload
  return {
    id: partTypeId,
    siteId,
    name,
    slotKind,
    priceMinor,
    minutes,
    failureExtraMinor,
    agesBy,
    tradeInterval,
    maxNozzleC,
    nozzleMm,
    toleratesAbrasive,
    tradeWeight,
    abrasiveMetresMost,
    joints,
  }
}

export function partTypeWords({ name, slotKind, tradeInterval, agesBy = 'hours' }: PartTypePayload): string {
  return `${name} (${slotKind}), usual interval ${tradeInterval.toLocaleString('en-GB')} ${clockUnits[agesBy]}`
}
