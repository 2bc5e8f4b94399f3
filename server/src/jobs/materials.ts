import type { Material } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { material } from '../platform/tables.ts'
import { versionsOf } from '../logbook/versions.ts'

/** What is usual for each material, dropped ones among them. */
export async function materials(db: Db): Promise<Material[]> {
  const versions = await versionsOf(db)
  const rows = await db.select().from(material)
  return rows
    .map(({ id, content }) => ({ id, version: versions[`material ${id}`] ?? 0, ...content }))
    .sort((a, b) => a.name.localeCompare(b.name))
}
