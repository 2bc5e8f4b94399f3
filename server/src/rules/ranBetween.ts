import { sql } from 'drizzle-orm'
import { countersAtSql } from './countersAtSql.ts'
import type { Db } from '../platform/database.ts'

export interface Span {
  printerId: string
  from: Date
  until: Date
}

export interface Ran {
  hours: number
  /** Days of the span on which it was here. */
  days: number
}

/** What printers ran within spans of time, and how long they were here in them. */
export async function ranBetween(db: Db, spans: readonly Span[]): Promise<Ran[]> {
  if (spans.length === 0) return []
  const sent = JSON.stringify(
    spans.map(({ printerId, from, until }, place) => ({
      place,
      printer_id: printerId,
      from_at: from,
      until_at: until,
    })),
  )
  const { rows } = await db.execute<{ place: number; hours: number | null; days: number | null }>(sql`
    SELECT w.place,
      (${countersAtSql(sql`w.printer_id`, sql`w.until_at`)}->>'hours')::float8
        - (${countersAtSql(sql`w.printer_id`, sql`greatest(w.from_at, w.since)`)}->>'hours')::float8 AS hours,
      extract(epoch FROM w.until_at - greatest(w.from_at, w.since))::float8 / 86400 AS days
    FROM (SELECT s.*, (SELECT min(at) FROM counter_point p WHERE p.printer_id = s.printer_id) AS since
      FROM jsonb_to_recordset(${sent}::jsonb)
        AS s(place int, printer_id uuid, from_at timestamptz, until_at timestamptz)) w`)
  const found: Ran[] = spans.map(() => ({ hours: 0, days: 0 }))
  for (const { place, hours, days } of rows)
    found[Number(place)] = { hours: Math.max(0, Number(hours ?? 0)), days: Math.max(0, Number(days ?? 0)) }
  return found
}
