import { asc, sql } from 'drizzle-orm'
import type { ReadingKind } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { printerModel, readingKind } from '../platform/tables.ts'
import { enclosureReading } from '../rules/enclosure.ts'
import { enclosureLimit } from '../rules/limits.ts'

export async function readingKinds(db: Db): Promise<ReadingKind[]> {
  const rows = await db.select().from(readingKind).orderBy(asc(readingKind.name))
  return rows.map(({ siteId: _, ...kind }) => kind)
}

/** Upper limit of the enclosure by model; null where there is none. */
export async function enclosureLimits(db: Db): Promise<(modelId: string) => number | null> {
  const [kind] = await db
    .select()
    .from(readingKind)
    .where(sql`lower(${readingKind.name}) = ${enclosureReading}`)
  const models = await db.select({ id: printerModel.id, limits: printerModel.limits }).from(printerModel)
  const enclosed = new Set(models.flatMap(({ id, limits }) => (limits?.enclosed ? id : [])))
  return (modelId) => (kind ? enclosureLimit(kind, { id: modelId, isEnclosed: enclosed.has(modelId) }) : null)
}
