import { sql } from 'drizzle-orm'
import { turnClocks, type CheckContent, type LookingCheck } from '@diatribon/contract'
import type { Clock } from '@diatribon/core'
import type { Db } from '../platform/database.ts'

/** Checks in use that look at slots in which a part type sits, and how often they do. */
export async function lookingChecks(
  db: Db,
  partTypeIds: readonly string[],
): Promise<Map<string, { checkTypeId: string; version: number; content: CheckContent }[]>> {
  const { rows } = await db.execute<{ part_type_id: string; id: string; version: number; content: CheckContent }>(sql`
    WITH placed AS (
      SELECT DISTINCT f.part_type_id, n.name FROM fitting f JOIN slot s ON s.id = f.slot_id
      CROSS JOIN LATERAL (VALUES (s.kind), (s.name)) AS n(name)
      WHERE f.part_type_id = ANY(${sql.param([...partTypeIds])}::uuid[]) AND f.taken_back_seq IS NULL)
    SELECT DISTINCT placed.part_type_id, c.id, c.version, v.content
    FROM check_type c
    JOIN check_version v ON v.check_type_id = c.id AND v.version = c.version
    CROSS JOIN LATERAL jsonb_array_elements(v.content->'steps') AS step
    JOIN placed ON step->'looksAt' ? placed.name
    WHERE NOT c.retired`)
  const found = new Map<string, { checkTypeId: string; version: number; content: CheckContent }[]>()
  for (const { part_type_id: id, id: checkTypeId, version, content } of rows)
    found.set(id, [...(found.get(id) ?? []), { checkTypeId, version, content }])
  for (const list of found.values()) list.sort((a, b) => (a.content.name < b.content.name ? -1 : 1))
  return found
}

/** What looks are taken to take where no check says so. */
const usualMinutes = 3

/** Minutes of one look: a check's minutes are shared by its steps. The shortest of those that look. */
export function minutesOfLook(checks: readonly { content: CheckContent }[]): number {
  const each = checks.map(({ content }) => content.minutes / Math.max(1, content.steps.length))
  return each.length > 0 ? Math.max(0.1, Math.min(...each)) : usualMinutes
}

/** A looking check as the page tells of it, with its turn on the part's own clock. */
export function lookingCheck(
  { checkTypeId, version, content }: { checkTypeId: string; version: number; content: CheckContent },
  clock: Clock,
): LookingCheck {
  const turn = content.turns.every.find((one) => one.clock === clock)
  return {
    checkTypeId,
    version,
    content,
    every: turn?.amount ?? null,
    canBeSet: (turnClocks as readonly string[]).includes(clock),
  }
}
