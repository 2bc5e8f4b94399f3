import { given } from '@diatribon/core'
import { sql, type SQLWrapper } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import { v5 as derivedId } from 'uuid'
import { libraryItems, type LibraryOffer, type LibrarySection } from '@diatribon/contract/library'
import type { Db } from '../platform/database.ts'
import {
  cause,
  checkType,
  faultTest,
  material,
  partType,
  printerModel,
  readingKind,
  symptom,
  upset,
} from '../platform/tables.ts'

const contentName = sql`content ->> 'name'`
/** Where things of a section are kept, and under which name. */
const kept: Record<LibrarySection, [table: PgTable & { id: SQLWrapper }, name: SQLWrapper]> = {
  'part types': [partType, partType.name],
  'printer models': [printerModel, sql`trim(${printerModel.make} || ' ' || ${printerModel.name})`],
  materials: [material, contentName],
  readings: [readingKind, readingKind.name],
  checks: [checkType, checkType.name],
  'what a change upsets': [upset, upset.changed],
  symptoms: [symptom, contentName],
  causes: [cause, contentName],
  tests: [faultTest, contentName],
}

/**
 * The starter library as this workshop sees it. What came from it earlier is known by its id, whatever it is called now; what
 * the workshop made itself, by its name.
 */
export async function libraryOffer(db: Db, siteId: string): Promise<LibraryOffer[]> {
  const there = new Map<string, { ids: Set<string>; byName: Map<string, string> }>()
  for (const [section, [table, name]] of Object.entries(kept)) {
    const rows = await db.select({ id: sql<string>`${table.id}::text`, name: sql<string>`lower(${name})` }).from(table)
    there.set(section, {
      ids: new Set(rows.map(({ id }) => id)),
      byName: new Map(rows.map((row) => [row.name, row.id])),
    })
  }
  return libraryItems().map((item) => {
    const { ids, byName } = given(there.get(item.section))
    const own = derivedId(`library ${item.what}`, siteId)
    const named = byName.get(item.name.toLowerCase())
    const id = ids.has(own) ? own : (named ?? own)
    return { ...item, id, here: ids.has(id) }
  })
}
