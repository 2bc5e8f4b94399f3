import { v5 as derivedId } from 'uuid'
import type { TakeInPrinter } from '@diatribon/contract'
import { noCounters, given } from '@diatribon/core'
import { restartCounters, takeInHistory } from '../pieces/restartCounters.ts'
import { usageRow } from '../pieces/placeEvidence.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { correctAges, requireYounger } from '../correctAges.ts'
import { fitNew } from '../pieces/slotParts.ts'

export const takeInPrinter: ActionKind<TakeInPrinter> = {
  reachesBeyondPrinter: () => true,
  right: 'set up the site',
  needs: ({ modelId, parts }) => ({ models: [modelId], partTypes: Object.values(parts).filter((id) => id !== null) }),

  async apply(facts, { seq, siteId, at, action }) {
    const {
      printerId,
      modelId,
      name,
      room,
      rack,
      place,
      meterHours,
      parts,
      partHours = {},
      stepByStep = false,
    } = action
    const model = facts.model(modelId)
    if (facts.find('printer', printerId))
      throw new Refusal(409, 'already-here', `${name} stands here already; it was taken in before.`)
    if (await facts.nameIsTaken('printer', name))
      throw new Refusal(409, 'name-taken', `There is already a printer called ${name}.`)
    for (const [field, named] of Object.entries({ parts, partHours })) {
      const unknown = Object.keys(named).find((slotName) => !model.slots.some((slot) => slot.name === slotName))
      if (unknown)
        throw badInput(
          `${field}.${unknown}`,
          `A ${`${model.make} ${model.name}`.trim()} has no slot called ${unknown}.`,
        )
    }
    const counters = { ...noCounters, hours: meterHours }
    facts.put('printer', {
      id: printerId,
      siteId,
      modelId,
      name,
      room,
      rack,
      place,
      holdReason: null,
      takingIn: stepByStep,
      retiredReason: null,
      takenInHours: meterHours,
      ...counters,
      countedAt: at,
      meterHours,
      meterAt: at,
      curveSeq: seq,
      enclosureC: null,
      enclosureAt: null,
      hotHours: 0,
      spools: 0,
      ranAt: at,
      material: null,
      heldAt: null,
      upsetSince: null,
    })
    facts.put('usage', usageRow({ seq, siteId, printerId, kind: 'take-in', at, meterHours }))
    facts.put('counterPoint', { id: `${printerId} ${at.getTime()}`, siteId, printerId, at, ...counters })
    model.slots.forEach(({ name: slotName, kind, replaceEvery = null }, position) => {
      const slotId = derivedId(`slot ${slotName}`, printerId)
      const partTypeId = parts[slotName]
      if (partTypeId === undefined)
        throw badInput(`parts.${slotName}`, `Say which part sits in ${slotName}, or that it is empty.`)
      facts.put('slot', {
        id: slotId,
        siteId,
        printerId,
        name: slotName,
        kind,
        position,
        replaceEvery,
        addedAt: null,
        addedSeq: null,
        removedAt: null,
        removedSeq: null,
      })
      if (partTypeId === null) return
      const part = facts.partType(partTypeId)
      if (part.slotKind !== kind)
        throw badInput(`parts.${slotName}`, `${part.name} does not fit ${slotName}, which takes a ${kind}.`)
      const before = partHours[slotName]
      requireYounger(slotName, before, meterHours)
      const id = derivedId('fitting', slotId)
      const of = { id, siteId, printerId, slotId, partTypeId, hoursBefore: before, at, counters, seq }
      facts.put('fitting', fitNew(of))
    })
  },

  isOnlyCorrected: 'A printer that is not here any more is retired.',

  async amend(facts, original, { seq, action }) {
    const { name, room, rack, place, takenInAt, meterHours, partHours, ...other } = given(action.correction)
    if (Object.keys(other).length > 0)
      throw new Refusal(
        400,
        'bad-input',
        'A take-in is corrected by the name, the place, the day, the meter and the ages of the parts.',
      )
    const movesCounters = takenInAt !== undefined || meterHours !== undefined
    // Read before anything is written; a new name or place needs none of it.
    const history = movesCounters || partHours ? await takeInHistory(facts, original.action.printerId) : null
    const printer = facts.printer(original.action.printerId)
    if (name && name.toLowerCase() !== printer.name.toLowerCase() && (await facts.nameIsTaken('printer', name)))
      throw new Refusal(409, 'name-taken', `There is already a printer called ${name}.`)
    facts.put('printer', {
      ...printer,
      name: name ?? printer.name,
      room: room ?? printer.room,
      rack: rack ?? printer.rack,
      place: place ?? printer.place,
    })
    if (movesCounters)
      await restartCounters(facts, {
        printerId: printer.id,
        takeInSeq: original.seq,
        seq,
        at: takenInAt === undefined ? null : new Date(takenInAt),
        meterHours: meterHours ?? null,
        history: given(history),
      })
    if (partHours) correctAges(facts, { takeIn: original, seq, partHours, fittings: given(history).fittings })
  },
  correctable: ({ name, room, rack, place, meterHours, at, parts, partHours = {} }) => ({
    name,
    room,
    rack,
    place,
    takenInAt: at,
    meterHours,
    partHours: Object.fromEntries(
      Object.keys(parts)
        .filter((slotName) => parts[slotName] !== null)
        .map((slotName) => [slotName, partHours[slotName] === undefined ? 0 : partHours[slotName]]),
    ),
  }),

  words: ({ name, room, rack, place, meterHours }) => `${name} at ${room}, ${rack}${place}, meter at ${meterHours} h`,
}
