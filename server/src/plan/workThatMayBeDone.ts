import { and, eq, inArray, isNotNull } from 'drizzle-orm'
import type { CheckTurn, OutOfUse } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { dueItem, printer } from '../platform/tables.ts'
import { outOfUse } from '../rules/outOfUse.ts'
import { checksForReleaseOf } from '../rules/workOnStopped.ts'

export interface WorkThatMayBeDone {
  /** Printers that are stopped or on hold, and why. */
  out: Map<string, OutOfUse>
  /** Due checks on those that serve their release: "printer check". */
  checks: Set<string>
  /** Whether a piece of work is to be gone to as its printer stands now. */
  allows(printerId: string, checkTypeId: string | null): boolean
}

/**
 * What falls due on printers that are stopped or on hold and is to be done there: the checks that the return to service asks for. The rest
 * waits for the release, in every list and plan (but not what people have put down to be done there): it would heat or move a printer that must not be, or is not worth the way to one that does not run. Whoever
 * stands there may still begin what stays cold.
 */
export async function workThatMayBeDone(db: Db, now: Date): Promise<WorkThatMayBeDone> {
  const out = await outOfUse(db)
  const ids = [...out.keys()]
  const rows =
    ids.length === 0
      ? []
      : await db
          .select({ row: printer, item: dueItem.item })
          .from(dueItem)
          .innerJoin(printer, eq(printer.id, dueItem.printerId))
          .where(and(eq(dueItem.what, 'check'), inArray(dueItem.printerId, ids), isNotNull(dueItem.urgency)))
  const checks = new Set<string>()
  const held = [...new Map(rows.map(({ row }) => [row.id, row])).values()]
  const forRelease = await checksForReleaseOf(db, held, now)
  for (const { row, item } of rows) {
    const { id } = (item as CheckTurn).checkType
    if (forRelease.get(row.id)?.has(id)) checks.add(`${row.id} ${id}`)
  }
  return {
    out,
    checks,
    allows: (printerId, checkTypeId) => !out.has(printerId) || checks.has(`${printerId} ${checkTypeId ?? ''}`),
  }
}
