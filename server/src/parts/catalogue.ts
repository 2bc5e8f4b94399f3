import { asc } from 'drizzle-orm'
import type { PartType } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { partType } from '../platform/tables.ts'

/** The part catalogue. */
export async function catalogue(db: Db): Promise<PartType[]> {
  const rows = await db.select().from(partType).orderBy(asc(partType.slotKind), asc(partType.name))
  return rows.map(({ siteId: _, ...shown }) => shown)
}
