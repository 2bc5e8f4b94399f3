import { v5 as derivedId } from 'uuid'
import type { TakeInPrinter } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { newFitting } from './swapPart.ts'

export const takeInPrinter: ActionKind<TakeInPrinter> = {
  right: 'set up the site',
  needs: ({ modelId, parts }) => ({ models: [modelId], partTypes: Object.values(parts) }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, modelId, name, room, rack, place, meterHours, parts } = action
    const model = facts.model(modelId)
    if (facts.find('printer', printerId))
      throw new Refusal(409, 'already-here', `There is already a printer with this id.`)
    if (await facts.nameIsTaken('printer', name))
      throw new Refusal(409, 'name-taken', `There is already a printer called ${name}.`)
    const unknown = Object.keys(parts).find((slotName) => !model.slots.some((slot) => slot.name === slotName))
    if (unknown)
      throw badInput(`parts.${unknown}`, `parts: a ${model.make} ${model.name} has no slot called ${unknown}`)
    facts.put('printer', {
      id: printerId,
      siteId,
      modelId,
      name,
      room,
      rack,
      place,
      holdReason: null,
      takenInHours: meterHours,
      runHours: meterHours,
      meterHours,
      countedAt: at,
    })
    facts.put('usage', {
      seq,
      siteId,
      printerId,
      at,
      meterHours,
      meterWasReset: false,
      runHours: meterHours,
      takenBackSeq: null,
    })
    model.slots.forEach(({ name: slotName, kind }, position) => {
      const slotId = derivedId(`slot ${slotName}`, printerId)
      const partTypeId = parts[slotName]
      if (!partTypeId) throw badInput(`parts.${slotName}`, `parts: say which part sits in ${slotName}`)
      const part = facts.partType(partTypeId)
      if (part.slotKind !== kind)
        throw badInput(`parts.${slotName}`, `parts: ${part.name} does not fit ${slotName}, which takes a ${kind}`)
      facts.put('slot', { id: slotId, siteId, printerId, name: slotName, kind, position })
      facts.put(
        'fitting',
        newFitting({
          id: derivedId('fitting', slotId),
          siteId,
          printerId,
          slotId,
          partTypeId,
          at,
          hours: meterHours,
          seq,
        }),
      )
    })
  },

  words: ({ name, room, rack, place, meterHours }) => `${name} at ${room}, ${rack}${place}, meter at ${meterHours} h`,
}
