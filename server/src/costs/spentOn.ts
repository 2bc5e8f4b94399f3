import { sql } from 'drizzle-orm'
import type { Db } from '../platform/database.ts'

/**
 * What each of these has cost, as the kept costs tell: faults by what was spent on them, parts that failed without one by the entry that tells of it.
 * @returns by id, in minor units; without those that nothing was counted for
 */
export async function spentOn(
  db: Db,
  happened: readonly { id: string; printerId: string; seq: number }[],
): Promise<Map<string, number>> {
  if (happened.length === 0) return new Map()
  const of = (name: 'id' | 'printerId' | 'seq') => sql.param(happened.map((one) => one[name]))
  // By fault or by printer, each with its index: the costs of a large site are many.
  const { rows } = await db.execute<{ id: string; minor: number }>(sql`
    WITH h AS (SELECT * FROM unnest(${of('id')}::uuid[], ${of('printerId')}::uuid[], ${of('seq')}::bigint[]) AS h(id, printer_id, seq))
    SELECT id, sum(minor) AS minor FROM (
      SELECT h.id, cost.minor FROM h JOIN cost ON cost.fault_id = h.id
      UNION ALL
      SELECT h.id, cost.minor FROM h JOIN cost ON cost.printer_id = h.printer_id AND cost.seq = h.seq AND cost.fault_id IS NULL) AS spent
    GROUP BY 1`)
  return new Map(rows.map(({ id, minor }) => [id, Number(minor)]))
}
