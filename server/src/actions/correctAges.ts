import { given } from '@diatribon/core'
import { v5 as derivedId } from 'uuid'
import type { TakeInPrinter } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import type { Entry } from './actionKind.ts'
import type { Facts, FittingRow } from './facts.ts'

/** @throws Refusal when a part would have run longer than the printer whose meter counts from new */
export function requireYounger(slotName: string, before: number | null | undefined, meterHours: number): void {
  if (before && before > meterHours && meterHours > 0)
    throw badInput(
      `partHours.${slotName}`,
      `The part in ${slotName} cannot have run ${before} h on a printer whose meter shows ${meterHours} h.`,
    )
}

/** What parts had run before the printer was taken in, told later; where they have gone since, it goes with them. */
export function correctAges(
  facts: Facts,
  of: {
    takeIn: Entry<TakeInPrinter>
    seq: number
    partHours: Record<string, number | null>
    /** Of the printer, and where their parts went on. */
    fittings: FittingRow[]
  },
): void {
  const { takeIn, seq, partHours, fittings } = of
  const { printerId } = takeIn.action
  const { takenInHours, name } = facts.printer(printerId)
  const slotIds = new Map(Object.keys(partHours).map((slot) => [derivedId(`slot ${slot}`, printerId), slot]))
  const first = fittings.filter(({ fittedSeq, slotId }) => fittedSeq === takeIn.seq && slotIds.has(slotId))
  for (const [slotId, slot] of slotIds) {
    if (!first.some((row) => row.slotId === slotId))
      throw new Refusal(409, 'no-part-then', `${name} was taken in without a part in ${slot}.`)
    requireYounger(slot, partHours[slot], takenInHours)
  }
  const parts = new Map(first.map(({ partId, slotId, beforeHours }) => [partId, { slotId, beforeHours }]))
  // A part that was moved on has taken its age with it.
  for (const { id, partId } of fittings) {
    const part = parts.get(partId)
    if (!part) continue
    const row = given(facts.find('fitting', id))
    const said = partHours[given(slotIds.get(part.slotId))] ?? null
    facts.put('fitting', {
      ...row,
      ageIsKnown: said !== null,
      beforeHours: row.beforeHours + (said ?? 0) - part.beforeHours,
      changedSeq: seq,
    })
  }
}
