import { asc, sql } from 'drizzle-orm'
import type { ReadingKind } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { readingKind } from '../platform/tables.ts'
import { enclosureReading, enclosureWithoutKind } from '../rules/enclosure.ts'
import { limitsFor } from '../rules/limits.ts'
import type { Machine } from '../rules/machines.ts'

export async function readingKinds(db: Db): Promise<ReadingKind[]> {
  const rows = await db.select().from(readingKind).orderBy(asc(readingKind.name))
  return rows.map(({ siteId: _, ...kind }) => kind)
}

/** How warm the air inside a machine may be; null: nobody has said. */
export async function enclosureLimits(db: Db): Promise<(machine: Machine) => number | null> {
  const [kind] = await db
    .select()
    .from(readingKind)
    .where(sql`lower(${readingKind.name}) = ${enclosureReading}`)
  return (machine) => limitsFor(kind ?? enclosureWithoutKind, machine).upper
}
