import type { RemovalReason } from '@diatribon/contract'
import { combine, type Counters } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import type { Facts, FittingRow, PrinterRow, SlotRow } from '../facts.ts'
import { fittingIn } from './inPlace.ts'
import { fittedAtCounters, fittedCountersOf, removedAtCounters } from './placeEvidence.ts'

/** @throws Refusal when the slot is on another printer */
export function slotOn(facts: Facts, printer: PrinterRow, slotId: string): SlotRow {
  const slot = facts.slot(slotId)
  if (slot.removedAt)
    throw new Refusal(409, 'slot-is-gone', `${printer.name} has no ${slot.name} any more: the slot was taken off.`)
  if (slot.printerId !== printer.id)
    throw new Refusal(409, 'slot-of-another-printer', `The slot ${slot.name} is not on ${printer.name}.`)
  return slot
}

/** The part that comes out. @throws Refusal when it is not the one that the person saw, or was fitted later */
export function partInSlot(
  facts: Facts,
  { printer, slot, fittingId, at }: { printer: PrinterRow; slot: SlotRow; fittingId: string | undefined; at: Date },
): FittingRow | undefined {
  const old = fittingIn(facts, slot.id)
  if (fittingId && old?.id !== fittingId)
    throw new Refusal(
      409,
      'part-not-in-slot',
      `Somebody has already changed the ${slot.name} of ${printer.name}: the part you saw is no longer there. ` +
        'Look at the printer again before you swap.',
    )
  if (old && at < old.fittedAt)
    throw new Refusal(
      409,
      'before-fitting',
      `The part now in ${slot.name} was fitted later than that. Amend that entry instead of swapping before it.`,
    )
  return old
}

/** @throws Refusal when a part of that type does not go into such a slot */
export function requireFits(facts: Facts, partTypeId: string, slotKind: string): void {
  const part = facts.partType(partTypeId)
  if (part.slotKind !== slotKind)
    throw new Refusal(409, 'does-not-fit', `${part.name} fits a ${part.slotKind} slot; this slot takes a ${slotKind}.`)
}

interface Moment {
  at: Date
  counters: Counters
  seq: number
}

/** A part leaves its slot; its counters never run backwards. */
export function takenOut(
  old: FittingRow,
  { at, counters, seq, removalReason }: Moment & { removalReason: RemovalReason },
): FittingRow {
  const marks = removedAtCounters(combine(counters, fittedCountersOf(old), (a, b) => Math.max(a, b)))
  return { ...old, removedAt: at, ...marks, removedSeq: seq, removalReason, changedSeq: seq }
}

/** A part is in its slot again, as if it had never come out. */
export function putBack(went: FittingRow, seq: number): FittingRow {
  return {
    ...went,
    removedAt: null,
    removedHours: null,
    removedPrints: null,
    removedMetres: null,
    removedAbrasiveMetres: null,
    removedSeq: null,
    removalReason: null,
    foundAtLook: false,
    changedSeq: seq,
  }
}

/**
 * A part goes into a slot at a moment and a counter reading.
 * @param of.hoursBefore what it has run elsewhere, 0 for a new one; null: its age is not known
 */
export function fitNew(
  of: Moment & {
    id: string
    siteId: string
    printerId: string
    slotId: string
    partTypeId: string
    hoursBefore?: number | null
    /** It comes fresh off the shelf. */
    fromStore?: boolean
  },
): FittingRow {
  const { id, siteId, printerId, slotId, partTypeId, hoursBefore = 0, fromStore = false, at, counters, seq } = of
  return {
    id,
    siteId,
    printerId,
    slotId,
    partTypeId,
    partId: id,
    ageIsKnown: hoursBefore !== null,
    beforeHours: hoursBefore ?? 0,
    beforePrints: 0,
    beforeMetres: 0,
    beforeAbrasiveMetres: 0,
    beforeDays: 0,
    fittedAt: at,
    ...fittedAtCounters(counters),
    fittedSeq: seq,
    removedAt: null,
    removedHours: null,
    removedPrints: null,
    removedMetres: null,
    removedAbrasiveMetres: null,
    removedSeq: null,
    removalReason: null,
    foundAtLook: false,
    movedOn: false,
    fromStore,
    takenBackSeq: null,
    changedSeq: seq,
  }
}
