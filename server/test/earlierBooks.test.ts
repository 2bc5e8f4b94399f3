import { readdir, readFile, writeFile } from 'node:fs/promises'
import { gunzipSync, gzipSync } from 'node:zlib'
import type pg from 'pg'
import type { ExportedEntry } from '@diatribon/contract'
import { exportBook, factTables, openDatabase, playBook } from '../src/index.ts'
import { scratchDatabase } from './scratch.ts'
import { allDone, workshopInUse } from './workshopInUse.ts'

/**
 * Small books that earlier versions wrote, with the facts that they gave then. Nobody's book may read otherwise after an upgrade of the
 * program: what an entry says is kept for ever, in the words of its time. `KEEP_BOOK=2026-12 npm test -- server --only earlierBooks`
 * keeps one of this version.
 */
const folder = new URL('./books/', import.meta.url)

type Facts = Record<string, Record<string, unknown>[]>
interface KeptBook {
  entries: ExportedEntry[]
  facts: Facts
}

async function factsOf(pool: pg.Pool): Promise<Facts> {
  const facts: Facts = {}
  for (const table of factTables) {
    const { rows } = await pool.query<{ row: Record<string, unknown> }>(
      `SELECT to_jsonb(t) AS row FROM ${table} t ORDER BY t::text COLLATE "C"`,
    )
    facts[table] = rows.map(({ row }) => row)
  }
  return facts
}

/** The columns that there were then; what has come since is not held against it. */
const asThen = (rows: Record<string, unknown>[], then: Record<string, unknown>[]) =>
  rows.map((row) => Object.fromEntries(Object.keys(then[0] ?? {}).map((column) => [column, row[column]])))

/** Facts in an order that a new column does not change. */
const inOrder = (rows: object[]) => rows.map((row) => JSON.stringify(row)).sort()

const keeping = process.env.KEEP_BOOK
if (keeping)
  it('keeps a book of this version', async () => {
    const inUse = await workshopInUse(() => new Date('2026-11-20T10:00:00Z'))
    for (const [, change] of allDone) await change(inUse)
    const { db, pool } = inUse.shop.server.services.database
    const entries: ExportedEntry[] = []
    for await (const page of exportBook(db)) entries.push(...page)
    const kept: KeptBook = { entries, facts: await factsOf(pool) }
    await writeFile(new URL(`${keeping}.json.gz`, folder), gzipSync(JSON.stringify(kept), { level: 9 }))
    await inUse.shop.close()
    expect(new Set(entries.map(({ action }) => action.kind)).size).toBeGreaterThan(40)
  })

const books = (await readdir(folder)).filter((name) => name.endsWith('.json.gz'))

it('there is one at least', () => expect(books.length).toBeGreaterThan(0))

it.each(books)('%s gives the facts that it gave then', async (name) => {
  const { entries, facts } = JSON.parse(String(gunzipSync(await readFile(new URL(name, folder))))) as KeptBook
  const { url, drop } = await scratchDatabase()
  const { pool } = openDatabase(url, 2)
  try {
    expect(await playBook(pool, entries)).toBe(entries.length)
    const now = await factsOf(pool)
    const differ = Object.entries(facts).filter(
      ([table, then]) => String(inOrder(asThen(now[table] ?? [], then))) !== String(inOrder(asThen(then, then))),
    )
    for (const [table, then] of differ) expect(asThen(now[table] ?? [], then)).toEqual(then)
    expect(differ).toEqual([])
  } finally {
    await pool.end()
    await drop()
  }
})
