import type { Db } from '../platform/database.ts'
import { setVersion } from '../platform/tables.ts'

/** How often each thing was set: what a form has seen when it opens. */
export async function versionsOf(db: Db): Promise<Record<string, number>> {
  const rows = await db.select({ id: setVersion.id, version: setVersion.version }).from(setVersion)
  return Object.fromEntries(rows.map(({ id, version }) => [id, version]))
}
