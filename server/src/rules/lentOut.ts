import { and, inArray, isNull } from 'drizzle-orm'
import type { Db } from '../platform/database.ts'
import { loan } from '../platform/tables.ts'

/** Printers that are lent out: on what is out of the house nothing falls due. @param ids left out: of all */
export async function lentOut(db: Db, ids?: readonly string[]): Promise<Set<string>> {
  if (ids?.length === 0) return new Set()
  const rows = await db
    .select({ id: loan.printerId })
    .from(loan)
    .where(and(isNull(loan.backSeq), ids && inArray(loan.printerId, [...ids])))
  return new Set(rows.map(({ id }) => id))
}
