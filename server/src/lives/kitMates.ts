import { reasonsThat } from '@diatribon/core'
import { sql } from 'drizzle-orm'
import type { Db } from '../platform/database.ts'

/** Why parts of a kit were changed, when that was for their age. */
const forTheirAge = reasonsThat(({ forItsAge }) => forItsAge)

/** Parts that are changed together with one of a type, as the kits of the models say, and how often that was. */
export interface KitMates {
  /** Names of their slots. */
  slots: string[]
  /** How often one of them was changed in the last year while a part of this type was in, on its own account. */
  changes: number
  /** Minutes of work that are done once for both: those of the shorter one, since the longer opens the way. Common practice, no source. */
  sharedMinutes: number
}

/** Kit mates of part types; those without any are left out. */
export async function kitMates(db: Db, partTypeIds: readonly string[], now: Date): Promise<Map<string, KitMates>> {
  const { rows } = await db.execute<{ id: string; slots: string[]; changes: string; shared: number | null }>(sql`
    WITH mate AS (
      SELECT f.part_type_id, f.fitted_at, f.removed_at, f.removed_seq, t.minutes, other.id AS slot_id, other.name
      FROM fitting f
      JOIN part_type t ON t.id = f.part_type_id
      JOIN slot s ON s.id = f.slot_id
      JOIN printer p ON p.id = f.printer_id
      JOIN printer_model m ON m.id = p.model_id
      CROSS JOIN LATERAL jsonb_array_elements(m.kits) AS kit
      JOIN slot other ON other.printer_id = f.printer_id AND other.id <> s.id AND other.removed_at IS NULL AND kit->'slots' ? other.name
      WHERE f.part_type_id = ANY(${sql.param([...partTypeIds])}::uuid[]) AND f.taken_back_seq IS NULL
        AND kit->'slots' ? s.name AND coalesce(f.removed_at, ${now.toISOString()}::timestamptz) > ${now.toISOString()}::timestamptz - interval '365 days')
    SELECT mate.part_type_id AS id, array_agg(DISTINCT mate.name) AS slots,
      count(o.id) AS changes, avg(least(mate.minutes, ot.minutes)) AS shared
    FROM mate
    LEFT JOIN fitting o ON o.slot_id = mate.slot_id AND o.taken_back_seq IS NULL
      AND o.removal_reason = ANY(${sql.param(forTheirAge)}::text[])
      AND o.removed_at > greatest(mate.fitted_at, ${now.toISOString()}::timestamptz - interval '365 days')
      AND o.removed_at <= coalesce(mate.removed_at, ${now.toISOString()}::timestamptz)
      AND o.removed_seq IS DISTINCT FROM mate.removed_seq
    LEFT JOIN part_type ot ON ot.id = o.part_type_id
    GROUP BY mate.part_type_id`)
  return new Map(
    rows.map(({ id, slots, changes, shared }) => [
      id,
      { slots, changes: Number(changes), sharedMinutes: Number(shared ?? 0) },
    ]),
  )
}
