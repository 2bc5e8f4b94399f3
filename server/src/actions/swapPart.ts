import { eq, or } from 'drizzle-orm'
import { v5 as derivedId } from 'uuid'
import type { SwapPart } from '@diatribon/contract'
import { runHoursAt } from '../hours/placeReading.ts'
import { Refusal } from '../platform/refusal.ts'
import { fitting } from '../platform/tables.ts'
import type { ActionKind } from './actionKind.ts'
import type { Facts, FittingRow } from './facts.ts'

export const swapPart: ActionKind<SwapPart> = {
  right: 'swap parts',
  needs: ({ slotId, partTypeId }) => ({ slots: [slotId], partTypes: [partTypeId] }),

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, slotId, fittingId, removalReason, partTypeId, key } = action
    const printer = facts.printer(printerId)
    const slot = facts.slot(slotId)
    if (slot.printerId !== printerId)
      throw new Refusal(409, 'slot-of-another-printer', `The slot ${slot.name} is not on ${printer.name}.`)
    requireFits(facts, partTypeId, slot.kind)
    const old = facts.fittingIn(slotId)
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
    const hours = await runHoursAt(facts, printer, at)
    if (old)
      facts.put('fitting', {
        ...old,
        removedAt: at,
        removedHours: Math.max(hours, old.fittedHours),
        removedSeq: seq,
        removalReason,
        changedSeq: seq,
      })
    facts.put(
      'fitting',
      newFitting({ id: derivedId('fitting', key), siteId, printerId, slotId, partTypeId, at, hours, seq }),
    )
  },

  async amend(facts, original, { seq, action }) {
    const { takeBack, correction } = action
    await facts.flush()
    const rows = await facts.db
      .select()
      .from(fitting)
      .where(or(eq(fitting.fittedSeq, original.seq), eq(fitting.removedSeq, original.seq)))
    const came = rows.find((row) => row.fittedSeq === original.seq)!
    const went = rows.find((row) => row.removedSeq === original.seq)
    facts.loadFittings(rows)
    if (takeBack) {
      if (came.removedAt)
        throw new Refusal(
          409,
          'built-upon',
          'A later swap in this slot builds on this one. Take that one back first, or correct this one.',
        )
      facts.put('fitting', { ...came, takenBackSeq: seq, changedSeq: seq })
      if (went)
        facts.put('fitting', {
          ...went,
          removedAt: null,
          removedHours: null,
          removedSeq: null,
          removalReason: null,
          changedSeq: seq,
        })
      return
    }
    const { removalReason, partTypeId } = correction!
    if (!removalReason && !partTypeId)
      throw new Refusal(400, 'bad-input', 'A swap is corrected by its removal reason or by the part that went in.')
    if (partTypeId) {
      requireFits(facts, partTypeId, facts.slot(original.action.slotId).kind)
      facts.put('fitting', { ...came, partTypeId, changedSeq: seq })
    }
    if (removalReason && went) facts.put('fitting', { ...went, removalReason, changedSeq: seq })
  },

  correctable: ({ removalReason, partTypeId }) => ({ removalReason, partTypeId }),

  words: ({ slotId, removalReason, partTypeId }, names) =>
    `${names.slot(slotId)}: old part out (${removalReason}), ${names.partType(partTypeId)} in`,
}

function requireFits(facts: Facts, partTypeId: string, slotKind: string): void {
  const part = facts.partType(partTypeId)
  if (part.slotKind !== slotKind)
    throw new Refusal(409, 'does-not-fit', `${part.name} fits a ${part.slotKind} slot; this slot takes a ${slotKind}.`)
}

/** A part goes into a slot at a moment and a counter reading. */
export function newFitting(of: {
  id: string
  siteId: string
  printerId: string
  slotId: string
  partTypeId: string
  at: Date
  hours: number
  seq: number
}): FittingRow {
  const { id, siteId, printerId, slotId, partTypeId, at, hours, seq } = of
  return {
    id,
    siteId,
    printerId,
    slotId,
    partTypeId,
    fittedAt: at,
    fittedHours: hours,
    fittedSeq: seq,
    removedAt: null,
    removedHours: null,
    removedSeq: null,
    removalReason: null,
    takenBackSeq: null,
    changedSeq: seq,
  }
}
