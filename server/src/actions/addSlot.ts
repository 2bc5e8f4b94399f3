import { v5 as derivedId } from 'uuid'
import { eq } from 'drizzle-orm'
import type { AddSlot } from '@diatribon/contract'
import { countersAt } from './writers/placeEvidence.ts'
import { requireSlotKinds, slotKindsNamed } from './writers/slotKinds.ts'
import { workOnKinds } from './writers/requireSignOffs.ts'
import { Refusal } from '../platform/refusal.ts'
import { slot } from '../platform/tables.ts'
import type { ActionKind } from './actionKind.ts'
import { confirmedWords, fitNew, requireFits } from './swapPart.ts'

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
    const kept = await facts.db.select().from(slot).where(eq(slot.printerId, printerId))
    const slots = facts.loaded('slot', kept).filter((one) => one.printerId === printerId)
    if (slots.some((one) => one.name.toLowerCase() === name.toLowerCase()))
      throw new Refusal(409, 'name-taken', `${printer.name} already has a slot called ${name}.`)
    if (partTypeId) requireFits(facts, partTypeId, kind)
    // Looked up before anything is put: it may have to write what came before.
    const counters = await countersAt(facts, printer, at)
    const slotId = derivedId(`slot ${name}`, key)
    const position = Math.max(-1, ...slots.map((one) => one.position)) + 1
    facts.put('slot', { id: slotId, siteId, printerId, name, kind, position, replaceEvery: null, addedAt: at })
    if (!partTypeId) return
    const id = derivedId('fitting', key)
    const of = { id, siteId, printerId, slotId, partTypeId, hoursBefore: partHours, at, counters, seq }
    facts.put('fitting', fitNew(of))
  },
  words: ({ name, slotKind, partTypeId, confirmed }, names) =>
    `${name} (${slotKind}): ${partTypeId ? names.partType(partTypeId) : 'empty'}${confirmedWords(confirmed)}`,
}
