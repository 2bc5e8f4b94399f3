import { and, eq, isNull, sql } from 'drizzle-orm'
import { dayMs, type Clock } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer } from '../platform/tables.ts'

/** What a part ran, on every clock. */
export type Ran = Record<Clock, number>

/** What every part of a type ran, by its fitting. */
export async function countersOf(db: Db, partTypeId: string, now: Date): Promise<Map<string, Ran>> {
  const rows = await db
    .select({
      row: fitting,
      hours: printer.hours,
      prints: printer.prints,
      metres: printer.metres,
      abrasive: printer.abrasiveMetres,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq), eq(fitting.movedOn, false)))
  return new Map(
    rows.map(({ row, hours, prints, metres, abrasive }) => [
      row.id,
      {
        hours: row.beforeHours + (row.removedHours ?? hours) - row.fittedHours,
        prints: row.beforePrints + (row.removedPrints ?? prints) - row.fittedPrints,
        metres: row.beforeMetres + (row.removedMetres ?? metres) - row.fittedMetres,
        'abrasive metres':
          row.beforeAbrasiveMetres + (row.removedAbrasiveMetres ?? abrasive) - row.fittedAbrasiveMetres,
        days: row.beforeDays + ((row.removedAt ?? now).getTime() - row.fittedAt.getTime()) / dayMs,
      },
    ]),
  )
}

/** What a part was through, beside its counters. */
export interface Surroundings {
  enclosed: boolean
  hotHours: number
  /** Metres of jobs by their material. */
  metresOf: Record<string, number>
}

/** Surroundings of every part of a type, by its fitting. */
export async function surroundingsOf(db: Db, partTypeId: string, now: Date): Promise<Map<string, Surroundings>> {
  const { rows } = await db.execute<{
    id: string
    enclosed: boolean | null
    hot: string | null
    materials: Record<string, number> | null
  }>(sql`
    SELECT f.id, (m.limits->>'enclosed')::boolean AS enclosed,
      (SELECT sum(e.hot_hours) FROM enclosure_sample e WHERE e.printer_id = f.printer_id
        AND e.at > f.fitted_at AND e.at <= coalesce(f.removed_at, ${now.toISOString()}::timestamptz)) AS hot,
      (SELECT json_object_agg(of.material, of.metres) FROM (
        SELECT j.material, sum(j.planned_metres) AS metres FROM job j
        WHERE j.printer_id = f.printer_id AND j.material IS NOT NULL AND j.planned_metres > 0 AND j.finished_seq IS NOT NULL
          AND j.started_at > f.fitted_at AND j.started_at <= coalesce(f.removed_at, ${now.toISOString()}::timestamptz)
        GROUP BY j.material) AS of) AS materials
    FROM fitting f JOIN printer p ON p.id = f.printer_id JOIN printer_model m ON m.id = p.model_id
    WHERE f.part_type_id = ${partTypeId} AND f.taken_back_seq IS NULL AND NOT f.moved_on`)
  return new Map(
    rows.map(({ id, enclosed, hot, materials }) => [
      id,
      { enclosed: enclosed ?? false, hotHours: Number(hot ?? 0), metresOf: materials ?? {} },
    ]),
  )
}
