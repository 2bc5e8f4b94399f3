import { and, eq, inArray, isNotNull } from 'drizzle-orm'
import { staysCold, type CheckTurn, type OutOfUse } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { checkType, dueItem, printer } from '../platform/tables.ts'
import { outOfUse } from '../printers/outOfUse.ts'
import { checksForRelease } from '../rules/workOnStopped.ts'

export interface WorkThatMayBeDone {
  /** Printers that are stopped or on hold, and why. */
  out: Map<string, OutOfUse>
  /** Due checks on those that may be done all the same: "printer check". */
  checks: Set<string>
  /** Whether a piece of work may be done on its printer as it stands now. */
  allows(printerId: string, checkTypeId: string | null): boolean
}

/**
 * What may be done on printers that are stopped or on hold: checks that heat and move nothing, and those that the return to service asks
 * for. Everything else waits for the release, in every list and plan.
 */
export async function workThatMayBeDone(db: Db, now: Date): Promise<WorkThatMayBeDone> {
  const out = await outOfUse(db)
  const ids = [...out.keys()]
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ row: printer, item: dueItem.item, content: checkType.content })
          .from(dueItem)
          .innerJoin(printer, eq(printer.id, dueItem.printerId))
          .innerJoin(checkType, eq(checkType.id, dueItem.itemId))
          .where(and(eq(dueItem.what, 'check'), inArray(dueItem.printerId, ids), isNotNull(dueItem.urgency)))
  const checks = new Set<string>()
  const forRelease = new Map<string, Set<string>>()
  for (const { row, item, content } of rows) {
    const { id } = (item as CheckTurn).checkType
    if (!staysCold(content) && !forRelease.has(row.id)) forRelease.set(row.id, await checksForRelease(db, row, now))
    if (staysCold(content) || forRelease.get(row.id)?.has(id)) checks.add(`${row.id} ${id}`)
  }
  return {
    out,
    checks,
    allows: (printerId, checkTypeId) => !out.has(printerId) || checks.has(`${printerId} ${checkTypeId ?? ''}`),
  }
}
