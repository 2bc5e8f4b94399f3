import { given } from '@diatribon/core'
import { asc, gt } from 'drizzle-orm'
import type pg from 'pg'
import { actionShapes, type Action, type ExportedEntry } from '@diatribon/contract'
import { applyAll, type Asked } from '../actions/door.ts'
import { byIndexesOnly, transaction, type Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { logEntry } from '../platform/tables.ts'
import { actionOf } from '../actions/pieces/logRow.ts'

const pageSize = 2000
/** Entries per transaction when the book is played. */
const playedTogether = 500

/** The whole book in order, in pages, so that a long one does not fill the memory. */
export async function* exportBook(db: Db): AsyncGenerator<ExportedEntry[]> {
  for (let after = 0; ;) {
    const rows = await db
      .select()
      .from(logEntry)
      .where(gt(logEntry.seq, after))
      .orderBy(asc(logEntry.seq))
      .limit(pageSize)
    if (rows.length === 0) return
    yield rows.map((row) => ({
      seq: row.seq,
      recordedAt: row.recordedAt.toISOString(),
      personId: row.personId,
      action: { ...actionOf(row) },
    }))
    after = given(rows[rows.length - 1]).seq
  }
}

/**
 * Plays an exported book into an empty database, all of it or nothing: the same entries give the same facts.
 * @param book entries in order
 * @throws Refusal when the database is not empty or an entry is refused
 */
export async function playBook(
  pool: pg.Pool,
  book: AsyncIterable<ExportedEntry> | Iterable<ExportedEntry>,
): Promise<number> {
  return transaction(pool, (client, db) => playInto(client, db, book))
}

/** As `playBook`, inside a transaction that is already open. */
export async function playInto(
  client: pg.PoolClient,
  db: Db,
  book: AsyncIterable<ExportedEntry> | Iterable<ExportedEntry>,
): Promise<number> {
  const { rows } = await client.query('SELECT 1 FROM log_entry LIMIT 1')
  if (rows.length > 0)
    throw new Refusal(409, 'not-empty', 'This database already holds a book. Play into an empty one.')
  await client.query(byIndexesOnly)
  let siteId: string | null = null
  let count = 0
  let last = 0
  let batch: Asked[] = []
  const play = async () => {
    const { outcomes } = await applyAll(client, db, batch)
    const refused = outcomes.findIndex(({ result }) => !result.ok)
    const result = outcomes[refused]?.result
    if (result && !result.ok)
      throw new Refusal(
        409,
        'refused-in-replay',
        `Entry ${given(batch[refused]).seq} was refused: ${result.error.message}`,
      )
    count += batch.length
    batch = []
  }
  for await (const { seq, recordedAt, personId, action } of book) {
    siteId ??= (action as { siteId?: string }).siteId ?? null
    if (!siteId) throw new Refusal(400, 'bad-input', 'The book does not begin with the entry that opens it.')
    if (!(seq > last)) throw new Refusal(400, 'bad-input', `Entry ${seq} stands in the wrong place of the book.`)
    last = seq
    if (!Object.hasOwn(actionShapes, String(action.kind)))
      throw new Refusal(400, 'bad-input', `Entry ${seq} is of a kind that this version does not know.`)
    batch.push({
      action: action as unknown as Action,
      siteId,
      personId,
      person: null,
      recordedAt: new Date(recordedAt),
      seq,
    })
    if (batch.length === playedTogether) await play()
  }
  if (batch.length > 0) await play()
  await client.query(`SELECT setval('log_entry_seq', greatest(1, (SELECT coalesce(max(seq), 1) FROM log_entry)))`)
  return count
}
