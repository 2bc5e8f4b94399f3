import { sql } from 'drizzle-orm'
import type { Db } from '../platform/database.ts'

/**
 * What each of these has cost, as the kept costs tell: faults by what was spent on them, parts that failed without one by the entry that tells of it.
 * @returns by id, in minor units; without those that nothing was counted for
 */
export async function spentOn(db: Db, happened: readonly { id: string; seq: number }[]): Promise<Map<string, number>> {
  if (happened.length === 0) return new Map()
  const { rows } = await db.execute<{ id: string; minor: number }>(sql`
    SELECT h.id, sum(cost.minor) AS minor
    FROM unnest(${sql.param(happened.map(({ id }) => id))}::uuid[], ${sql.param(happened.map(({ seq }) => seq))}::bigint[]) AS h(id, seq)
    JOIN cost ON cost.fault_id = h.id OR (cost.seq = h.seq AND cost.fault_id IS NULL) GROUP BY 1`)
  return new Map(rows.map(({ id, minor }) => [id, Number(minor)]))
}
