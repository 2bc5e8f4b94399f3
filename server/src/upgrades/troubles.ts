import { and, eq, gte, inArray, isNull, lte, or, sql } from 'drizzle-orm'
import type { UpgradeContent } from '@diatribon/contract'
import { dayMs } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { cause, fault, fitting, slot, symptom } from '../platform/tables.ts'

/** A fault that an upgrade should cure, or a part that failed in a slot that it changes. */
export interface Happened {
  id: string
  printerId: string
  at: Date
  words: string
  /** What it was, by the knowledge or by its slot. */
  about: string
  minutes: number | null
  seq: number
}

/**
 * What happened on these printers that a design aims at: closed faults of its causes, faults of its symptoms without a cause, and parts that
 * failed in the slots that it changes. A part that failed on the day of such a fault is that fault.
 */
export async function troubles(
  db: Db,
  of: { content: UpgradeContent; printerIds: string[]; from: Date; now: Date },
): Promise<Happened[]> {
  const { content, printerIds, from, now } = of
  const { causeIds, symptomIds } = content.cures
  if (printerIds.length === 0) return []
  const faults =
    causeIds.length + symptomIds.length === 0
      ? []
      : await db
          .select({
            row: fault,
            cause: sql<string | null>`${cause.content}->>'name'`,
            symptom: sql<string | null>`${symptom.content}->>'name'`,
          })
          .from(fault)
          .leftJoin(cause, eq(cause.id, fault.causeId))
          .leftJoin(symptom, eq(symptom.id, fault.symptomId))
          .where(
            and(
              inArray(fault.printerId, printerIds),
              gte(fault.reportedAt, from),
              lte(fault.reportedAt, now),
              // A report that was taken back is closed without a closing.
              or(isNull(fault.closedSeq), sql`${fault.closing} IS NOT NULL`),
              or(
                causeIds.length > 0 ? inArray(fault.causeId, causeIds) : undefined,
                symptomIds.length > 0 ? and(isNull(fault.causeId), inArray(fault.symptomId, symptomIds)) : undefined,
              ),
            ),
          )
  const found: Happened[] = faults.map(({ row, cause: ofCause, symptom: ofSymptom }) => ({
    id: row.id,
    printerId: row.printerId,
    at: row.reportedAt,
    words: row.symptom,
    about: ofCause ?? ofSymptom ?? row.symptom,
    minutes: row.closing?.minutes ?? null,
    seq: row.reportedSeq,
  }))
  const slots = content.steps.flatMap((step) =>
    step.kind === 'fit part' || step.kind === 'change slot' ? step.slot.toLowerCase() : [],
  )
  if (slots.length === 0) return found
  const failed = await db
    .select({ row: fitting, slotName: slot.name })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(
      and(
        inArray(fitting.printerId, printerIds),
        isNull(fitting.takenBackSeq),
        eq(fitting.removalReason, 'failed'),
        gte(fitting.removedAt, from),
        lte(fitting.removedAt, now),
        inArray(sql`lower(${slot.name})`, slots),
      ),
    )
  for (const { row, slotName } of failed) {
    const at = row.removedAt ?? now
    const isTold = found.some(
      (one) => one.printerId === row.printerId && Math.abs(one.at.getTime() - at.getTime()) < dayMs,
    )
    if (!isTold)
      found.push({
        id: row.id,
        printerId: row.printerId,
        at,
        words: `${slotName} failed`,
        about: `${slotName} failed`,
        minutes: null,
        seq: row.removedSeq ?? 0,
      })
  }
  return found
}
