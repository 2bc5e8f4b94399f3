import { v5 as derivedId } from 'uuid'
import type { AddSlot } from '@diatribon/contract'
import { countersAt } from '../pieces/placeEvidence.ts'
import { requireSlotKinds, slotKindsNamed } from '../pieces/slotKinds.ts'
import { workOnKinds, confirmedWords } from '../pieces/requireSignOffs.ts'
import { Refusal } from '../../platform/refusal.ts'
import { joined, nextPosition, requireFreeName, slotsOn } from '../pieces/slotsOn.ts'
import type { ActionKind } from '../actionKind.ts'
import { fitNew, requireFits } from '../pieces/slotParts.ts'

export const addSlot: ActionKind<AddSlot> = {
  right: 'swap parts',
  needs: ({ partTypeId }) => ({ partTypes: partTypeId ? [partTypeId] : [] }),
  whenSent: (facts, { slotKind }) => requireSlotKinds(facts, [{ name: slotKind, field: 'slotKind' }]),
  work: async (facts, { printerId, slotKind, partTypeId, confirmed }) =>
    workOnKinds(partTypeId ? await slotKindsNamed(facts, [slotKind]) : new Map<string, never>(), {
      modelId: facts.printer(printerId).modelId,
      confirmed,
    }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, name, slotKind: kind, partTypeId, partHours, key } = action
    const printer = facts.printer(printerId)
    const slots = await slotsOn(facts, printerId)
    requireFreeName(printer, slots, name)
    if (partTypeId) requireFits(facts, partTypeId, kind)
    // Looked up before anything is put: it may have to write what came before.
    const counters = await countersAt(facts, printer, at)
    const slotId = derivedId(`slot ${name}`, key)
    facts.put('slot', joined({ id: slotId, siteId, printerId, name, kind, position: nextPosition(slots), at, seq }))
    if (!partTypeId) return
    const id = derivedId('fitting', key)
    const fromStore = partHours === undefined
    const of = { id, siteId, printerId, slotId, partTypeId, hoursBefore: partHours, at, counters, seq, fromStore }
    facts.put('fitting', fitNew(of))
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack)
      throw new Refusal(400, 'bad-input', 'A slot that joined is not corrected: take the entry back and tell it anew.')
    const id = derivedId(`slot ${original.action.name}`, original.action.key)
    await facts.load('slot', 'id', [id])
    await facts.load('fitting', 'slot_id', [id], 'AND taken_back_seq IS NULL')
    const row = facts.slot(id)
    if (row.removedAt) throw new Refusal(409, 'slot-is-gone', 'This slot was taken off later. Take that back first.')
    const own = facts.loaded('fitting').filter((one) => one.slotId === id && one.takenBackSeq === null)
    if (own.some(({ fittedSeq, removedAt }) => fittedSeq !== original.seq || removedAt))
      throw new Refusal(409, 'built-upon', 'Parts in this slot were changed since. Take those entries back first.')
    for (const one of own) facts.put('fitting', { ...one, takenBackSeq: seq, changedSeq: seq })
    facts.put('slot', { ...row, removedAt: row.addedAt, removedSeq: seq })
  },
  words: ({ name, slotKind, partTypeId, confirmed }, names) =>
    `${name} (${slotKind}): ${partTypeId ? names.partType(partTypeId) : 'empty'}${confirmedWords(confirmed)}`,
}
