import { reasonsThat } from '@diatribon/core'
import { and, desc, eq, isNotNull, inArray, isNull } from 'drizzle-orm'
import type { UsedPart } from '@diatribon/contract'
import { ageIsKnown, partAge } from '../rules/partAge.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, slot } from '../platform/tables.ts'

const mostShown = 40
const whole = reasonsThat(({ stillGood }) => stillGood)

/** That a part came out still good, and has not gone in again. */
export const mayGoInAgain = () =>
  and(
    isNotNull(fitting.removedAt),
    isNull(fitting.takenBackSeq),
    eq(fitting.movedOn, false),
    inArray(fitting.removalReason, whole),
  )

/** Parts of a type that came out still good and have not gone in again, newest first. */
export async function usedParts(db: Db, partTypeId: string, now: Date): Promise<UsedPart[]> {
  const rows = await db
    .select({
      fittingId: fitting.id,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
      printerName: printer.name,
      slotName: slot.name,
      reason: fitting.removalReason,
      removedAt: fitting.removedAt,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(eq(fitting.partTypeId, partTypeId), mayGoInAgain()))
    .orderBy(desc(fitting.removedAt))
    .limit(mostShown)
  return rows.flatMap(({ removedAt, reason, ...row }) =>
    removedAt && reason ? { ...row, reason, removedAt: removedAt.toISOString() } : [],
  )
}
