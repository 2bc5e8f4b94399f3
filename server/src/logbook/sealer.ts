import { given } from '@diatribon/core'
import { and, asc, gt, inArray, lte, sql } from 'drizzle-orm'
import type pg from 'pg'
import { kindNames, type ActionKindName } from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'
import { transaction, type Db } from '../platform/database.ts'
import { databaseCode, isLost } from '../platform/loss.ts'
import { writeRows } from '../platform/rows.ts'
import { fitting, logEntry, logSeal, logSearch } from '../platform/tables.ts'
import { chainOf, headsOf, sealOf } from './chain.ts'
import { idsIn, namesFor } from './names.ts'
import { actionOf, type LogRow } from '../actions/pieces/logRow.ts'
import { writersLock } from '../actions/pieces/writersLock.ts'

/** One keeper at a time, whichever process it runs in. */
const keeperLock = 4310_0002
const restMs = 700
const batch = 500
const patienceMs = 50
const lockNotAvailable = '55P03'

/**
 * Keeps the chain of seals and the words for the search up with the book: behind the commits, never inside them, since a
 * chain inside would make every note on a printer wait for its turn (docs/decisions.md). A line is sealed about a second
 * after it was written, in the order of the numbers.
 */
export function openSealer(pool: pg.Pool, onProblem: (error: unknown) => void) {
  let timer: NodeJS.Timeout | null = null
  let running: Promise<void> | null = null
  let closed = false

  function later(): void {
    if (closed || timer || running) return
    timer = setTimeout(() => {
      timer = null
      running = sealNew(pool)
        .then(
          (wasHere) => wasHere,
          (error: unknown) => {
            if (!closed) onProblem(error)
            return false
          },
        )
        .then((wasHere) => {
          running = null
          if (!wasHere) later()
        })
    }, restMs)
    timer.unref()
  }

  return {
    /** Something was written. */
    later,
    async close(): Promise<void> {
      closed = true
      if (timer) clearTimeout(timer)
      await running
    },
  }
}

/** Seals and indexes everything written so far. @returns false when another process is at it, or a long write is under way */
export async function sealNew(pool: pg.Pool): Promise<boolean> {
  // Whoever still writes a line with a lower number holds this lock; when it is ours for a moment, none is on its way.
  const horizon = await transaction(
    pool,
    async (client) => {
      // Writers wait behind this one: never longer than a moment, however long one of them takes.
      await client.query(`SET LOCAL lock_timeout = '${patienceMs}ms'`)
      await client.query('SELECT pg_advisory_xact_lock($1)', [writersLock])
      const { rows } = await client.query<{ seq: string | null }>('SELECT max(seq) AS seq FROM log_entry')
      return Number(given(rows[0]).seq ?? 0)
    },
    true,
  ).catch((error: unknown) => {
    // Not now: a long write is under way, or this process stood still and was put out.
    if (databaseCode(error) === lockNotAvailable || isLost(error)) return null
    throw error
  })
  if (horizon === null) return false
  for (;;) {
    const left = await transaction(pool, async (client, db) => {
      const { rows } = await client.query<{ mine: boolean }>('SELECT pg_try_advisory_xact_lock($1) AS mine', [
        keeperLock,
      ])
      if (!given(rows[0]).mine) return null
      return (await seal(client, db, horizon)) + (await index(client, db, horizon))
    })
    if (left === null) return false
    if (left === 0) return true
  }
}

/** Seals and indexes all that is there, inside a transaction of whoever has the book to themself. */
export async function sealAndIndexAll(client: pg.PoolClient, db: Db): Promise<void> {
  while ((await seal(client, db, Number.MAX_SAFE_INTEGER)) + (await index(client, db, Number.MAX_SAFE_INTEGER)) > 0);
}

async function rowsAfter(db: Db, table: typeof logSeal | typeof logSearch, horizon: number): Promise<LogRow[]> {
  const [there] = await db.select({ newest: sql<number>`coalesce(max(${table.seq}), 0)::float8` }).from(table)
  return db
    .select()
    .from(logEntry)
    .where(and(gt(logEntry.seq, given(there).newest), lte(logEntry.seq, horizon)))
    .orderBy(asc(logEntry.seq))
    .limit(batch)
}

async function seal(client: pg.PoolClient, db: Db, horizon: number): Promise<number> {
  const rows = await rowsAfter(db, logSeal, horizon)
  if (rows.length === 0) return 0
  const heads = await headsOf(db, [...new Set(rows.map(chainOf))])
  const seals = rows.map((row) => {
    const chainId = chainOf(row)
    const hash = sealOf(heads.get(chainId) ?? '', row)
    heads.set(chainId, hash)
    return { seq: row.seq, chainId, hash }
  })
  await writeRows(client, logSeal, seals, null)
  return rows.length
}

/** The words of each line as a reader sees them at this time, with the part types it is about. */
async function index(client: pg.PoolClient, db: Db, horizon: number): Promise<number> {
  const rows = await rowsAfter(db, logSearch, horizon)
  if (rows.length === 0) return 0
  const names = await namesFor(db, rows)
  const removed = await db
    .select({ seq: fitting.removedSeq, partTypeId: fitting.partTypeId })
    .from(fitting)
    .where(
      inArray(
        fitting.removedSeq,
        rows.map(({ seq }) => seq),
      ),
    )
  const lines = rows.map((row) => {
    const { seq, kind, payload, printerId, personId } = row
    const words = [
      kindNames[kind as ActionKindName],
      kindOf(kind as ActionKindName).words(actionOf(row), names),
      payload.note,
      printerId && names.printer(printerId),
      names.person(personId),
    ]
    const own = idsIn(payload, new Set(['partTypeId', 'replacementPartTypeId']))
    const out = removed.flatMap((one) => (one.seq === seq ? one.partTypeId : []))
    return { seq, words: words.filter(Boolean).join(' \n '), part_types: [...new Set([...own, ...out])] }
  })
  await client.query({
    name: 'write-log-search',
    text: `INSERT INTO log_search (seq, words, part_types)
      SELECT seq, to_tsvector('english', words), part_types
      FROM jsonb_to_recordset($1::jsonb) AS l(seq bigint, words text, part_types uuid[])`,
    values: [JSON.stringify(lines)],
  })
  return rows.length
}
