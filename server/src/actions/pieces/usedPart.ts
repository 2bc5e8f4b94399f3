import { dayMs, given, isStillGood } from '@diatribon/core'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { FittingRow } from '../facts.ts'

/** @throws Refusal when that part cannot go in again: it is in use, gone, worn, or of another kind */
export function usedPart(used: FittingRow, partTypeId: string, at: Date): FittingRow {
  if (used.partTypeId !== partTypeId)
    throw badInput('usedFittingId', 'That used part is of another kind. Choose one of the kind that goes in.')
  if (used.movedOn || used.takenBackSeq !== null)
    throw new Refusal(409, 'moved-on', 'Somebody has already put that used part into another slot. Choose another.')
  if (!used.removedAt || at < used.removedAt)
    throw new Refusal(409, 'part-in-use', 'That part was not on the shelf then: it sat in its slot.')
  if (!isStillGood(used.removalReason))
    throw new Refusal(
      409,
      'part-worn',
      `That part came out ${used.removalReason}: it does not go in again. If that is wrong, correct its entry first.`,
    )
  return used
}

/** What a part that was used before brings with it: the same part, with the age that it had when it came out. */
export function goesOnFrom(used: FittingRow | null): Partial<FittingRow> {
  if (!used) return {}
  const { removedAt, fittedAt } = used
  const since = (before: number, removed: number | null, fitted: number) => before + (given(removed) - fitted)
  return {
    partId: used.partId,
    ageIsKnown: used.ageIsKnown,
    beforeHours: since(used.beforeHours, used.removedHours, used.fittedHours),
    beforePrints: since(used.beforePrints, used.removedPrints, used.fittedPrints),
    beforeMetres: since(used.beforeMetres, used.removedMetres, used.fittedMetres),
    beforeAbrasiveMetres: since(used.beforeAbrasiveMetres, used.removedAbrasiveMetres, used.fittedAbrasiveMetres),
    beforeDays: used.beforeDays + (given(removedAt).getTime() - fittedAt.getTime()) / dayMs,
  }
}
