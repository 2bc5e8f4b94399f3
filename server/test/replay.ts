import type pg from 'pg'
import { exportBook, factTables, openDatabase, playBook } from '../src/index.ts'
import { scratchDatabase } from './scratch.ts'

/** Every table of facts, row by row, as text. */
export async function factsOf(pool: pg.Pool): Promise<Record<string, string[]>> {
  const state: Record<string, string[]> = {}
  for (const table of factTables)
    state[table] = (await pool.query<{ row: string }>(`SELECT t::text AS row FROM ${table} t ORDER BY 1`)).rows.map(
      ({ row }) => row,
    )
  return state
}

/** The facts that come of playing this database's book into an empty one. */
export async function factsReplayed(from: ReturnType<typeof openDatabase>): Promise<Record<string, string[]>> {
  const other = await scratchDatabase()
  const copy = openDatabase(other.url, 2)
  try {
    const book = []
    for await (const page of exportBook(from.db)) book.push(...page)
    await playBook(copy.pool, JSON.parse(JSON.stringify(book)) as typeof book)
    return await factsOf(copy.pool)
  } finally {
    await copy.pool.end()
    await other.drop()
  }
}
