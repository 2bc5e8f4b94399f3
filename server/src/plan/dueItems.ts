import { and, asc, eq, isNotNull, sql } from 'drizzle-orm'
import type { CheckTurn, ReplacementDuty } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { dueItem } from '../platform/tables.ts'

/** What falls due on one printer, as it is kept: parts in the order of their slots, then checks. */
export async function dueOn(db: Db, printerId: string): Promise<{ duties: ReplacementDuty[]; turns: CheckTurn[] }> {
  const rows = await db
    .select({ what: dueItem.what, item: dueItem.item })
    .from(dueItem)
    .where(eq(dueItem.printerId, printerId))
    .orderBy(asc(dueItem.what), asc(dueItem.position))
  return {
    duties: rows.flatMap(({ what, item }) => (what === 'replace' ? (item as ReplacementDuty) : [])),
    turns: rows.flatMap(({ what, item }) => (what === 'check' ? (item as CheckTurn) : [])),
  }
}

/** Parts whose running hours are over within so many hours, by printer. */
export async function partsOverWithin(
  db: Db,
  hours: number,
): Promise<Map<string, { slot: string; hoursLeft: number }[]>> {
  const rows = await db
    .select({
      printerId: dueItem.printerId,
      slot: sql<string>`${dueItem.item}->'slot'->>'name'`,
      hoursLeft: sql<number>`(${dueItem.item}->>'left')::float8`,
    })
    .from(dueItem)
    .where(
      and(
        eq(dueItem.what, 'replace'),
        sql`${dueItem.item}->>'clock' = 'hours'`,
        isNotNull(dueItem.urgency),
        sql`(${dueItem.item}->>'left')::float8 <= ${hours}`,
      ),
    )
    .orderBy(asc(dueItem.printerId), asc(dueItem.position))
  return groupBy(rows, ({ printerId }) => printerId)
}
