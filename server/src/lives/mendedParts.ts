import { and, eq, isNull } from 'drizzle-orm'
import { afterRepair, endOf, keptAge, type LifeNode, type RepairLesson } from '@diatribon/core'
import { partAge } from '../rules/partAge.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, repair } from '../platform/tables.ts'

/** What repairs in place of parts of a type have left of their wear, by what followed; null: none was mended. */
export async function mendedParts(
  db: Db,
  { partTypeId, nodes, now }: { partTypeId: string; nodes: readonly LifeNode[]; now: Date },
): Promise<(RepairLesson & { parts: number }) | null> {
  const ages = (id: typeof repair.fittingId | typeof repair.goesOnId) =>
    db
      .select({ seq: repair.seq, effect: repair.effect, age: partAge(now), reason: fitting.removalReason })
      .from(repair)
      .innerJoin(fitting, eq(fitting.id, id))
      .innerJoin(printer, eq(printer.id, fitting.printerId))
      .innerJoin(partType, eq(partType.id, fitting.partTypeId))
      .where(and(eq(fitting.partTypeId, partTypeId), isNull(repair.takenBackSeq)))
  const before = await ages(repair.fittingId)
  if (before.length === 0) return null
  const since = new Map((await ages(repair.goesOnId)).map((row) => [row.seq, row]))
  const parts = before.flatMap(({ seq, effect, age }) => {
    const after = since.get(seq)
    if (!after || age <= 0) return []
    const ranSince = Math.max(0, after.age - keptAge[effect] * age)
    return [{ age, ranSince, failedSince: endOf(after.reason) === 'seen' }]
  })
  return { ...afterRepair(nodes, parts), parts: before.length }
}
