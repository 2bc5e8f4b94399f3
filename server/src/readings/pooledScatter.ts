import { sql } from 'drizzle-orm'
import type { Scatter } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { printerDrift } from '../platform/tables.ts'

/**
 * What all printers that were looked at tell together about the scatter of each kind of reading, by its name in small letters;
 * null when none was looked at yet.
 */
export async function pooledScatter(db: Db): Promise<Map<string, Scatter> | null> {
  const [any] = await db.select({ id: printerDrift.printerId }).from(printerDrift).limit(1)
  if (!any) return null
  const { rows } = await db.execute<{ name: string; ranges: number; count: number }>(sql`
    SELECT s.key AS name, sum((s.value->>'ranges')::float8)::float8 AS ranges, sum((s.value->>'count')::int)::int AS count
    FROM printer_drift d, jsonb_each(d.scatter) s GROUP BY s.key`)
  return new Map(rows.map(({ name, ranges, count }) => [name, { ranges, count }]))
}
