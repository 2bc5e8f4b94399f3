import type { Db } from '../platform/database.ts'
import { and, eq, inArray } from 'drizzle-orm'
import { keptFigure } from '../platform/tables.ts'
import type { FigureName } from '@diatribon/contract'

/** A figure as it is kept, of these printers or part types or of all, by their ids. */
export async function keptResults<Result>(
  db: Db,
  name: FigureName,
  ids?: readonly string[],
): Promise<Map<string, Result>> {
  if (ids?.length === 0) return new Map()
  const rows = await db
    .select({ about: keptFigure.about, result: keptFigure.result })
    .from(keptFigure)
    .where(and(eq(keptFigure.figure, name), ids && inArray(keptFigure.about, [...ids])))
  return new Map(rows.map(({ about, result }) => [about, result as Result]))
}
