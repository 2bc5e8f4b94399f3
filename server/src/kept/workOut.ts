import { given } from '@diatribon/core'
import { isDeepStrictEqual } from 'node:util'
import type pg from 'pg'
import { transaction } from '../platform/database.ts'
import type { Figure } from './figure.ts'
import type { FigureName } from '@diatribon/contract'
import { inTime, settings } from './settings.ts'
import { tableOf } from './staleRows.ts'

/** First half of the locks that keep two processes from working out the same figure at once. */
const lockClass: Record<FigureName, number> = {
  forecast: 1,
  judgement: 2,
  due: 3,
  scatter: 4,
  drift: 5,
  lifeCurves: 6,
  score: 8,
  repairs: 9,
  dueDates: 10,
  demand: 11,
  upgradeWatch: 12,
  costs: 13,
}
/** Printers or part types that are worked out in one transaction. */
export const perBatch = 50

export type Figures = { [Name in FigureName]: Figure }

/**
 * Works out those of these figures that no longer hold, and keeps them. Whoever else is at one of them is waited for.
 * @returns those whose result is another than before
 */
export async function workOut(
  pool: pg.Pool,
  figures: Figures,
  name: FigureName,
  ids: readonly string[],
  now: Date,
): Promise<string[]> {
  const figure = figures[name]
  const changed: string[] = []
  for (const needed of figure.needs ?? []) await workOut(pool, figures, needed, await missingOf(pool, needed), now)
  for (const base of figure.restsOn ?? []) await workOut(pool, figures, base, ids, now)
  for (let i = 0; i < ids.length; i += perBatch)
    changed.push(...(await bringSome(pool, figure, ids.slice(i, i + perBatch), now)))
  return changed
}

function bringSome(pool: pg.Pool, figure: Figure, ids: string[], now: Date): Promise<string[]> {
  const { name } = figure
  return transaction(pool, async (client, db) => {
    await client.query({
      name: 'kept-lock',
      text: `SELECT pg_advisory_xact_lock($1, h) FROM (SELECT DISTINCT hashtext(id) AS h FROM unnest($2::text[]) AS id ORDER BY 1) AS locks`,
      values: [lockClass[name], ids],
    })
    const { rows } = await client.query<{ id: string; result: unknown }>({
      name: 'kept-stale-of',
      text: `SELECT i.id, k.result FROM unnest($2::uuid[]) AS i(id) LEFT JOIN kept_figure k ON k.figure = $1 AND k.about = i.id
        WHERE ${noLonger}`,
      values: [name, ids, now],
    })
    const stale = rows.map(({ id }) => id)
    if (stale.length === 0) return []
    // What is said to be stale from here on is said by a commit that this may not have seen, and stays said.
    await client.query({
      name: 'kept-take',
      text: 'DELETE FROM kept_stale WHERE figure = $1 AND about = ANY($2::uuid[])',
      values: [name, stale],
    })
    const at = { client, db, now }
    const results = await figure.reckon(at, stale)
    const before = new Map(rows.map(({ id, result }) => [id, result]))
    const changed = [...results].flatMap(([id, { result }]) =>
      isDeepStrictEqual(JSON.parse(JSON.stringify(result)), before.get(id)) ? [] : id,
    )
    await client.query({
      name: 'kept-write',
      text: `INSERT INTO kept_figure (figure, about, result, reckoned_at, holds_until)
        SELECT $1, about, result, $3, holds_until FROM jsonb_to_recordset($2::jsonb) AS r(about uuid, result jsonb, holds_until timestamptz)
        ON CONFLICT (figure, about) DO UPDATE
        SET result = excluded.result, reckoned_at = excluded.reckoned_at, holds_until = excluded.holds_until`,
      values: [
        name,
        JSON.stringify(
          [...results].map(([about, { result, holdsUntil }]) => ({ about, result, holds_until: holdsUntil })),
        ),
        now,
      ],
    })
    await figure.store?.(at, results, changed)
    return changed
  })
}

/** Whether the figure `k` of `i.id` does not hold: $1 is its name, $3 the moment. */
const noLonger = `(k.about IS NULL OR k.holds_until <= $3::timestamptz OR k.reckoned_at > $3::timestamptz + interval '1 minute'
  OR EXISTS (SELECT 1 FROM kept_stale s WHERE s.figure = $1 AND s.about = i.id))`

export interface StaleFigures {
  /** Those that were worked out once, and when the oldest of them was. */
  stale: string[]
  asOf: Date | null
  /** Those that were not worked out yet. */
  missing: string[]
}

/** Which figures do not hold, of these or of everyone. */
export async function staleOf(
  pool: pg.Pool,
  name: FigureName,
  ids: readonly string[] | 'everyone',
  now: Date,
): Promise<StaleFigures> {
  const everyone = ids === 'everyone'
  const { rows } = await pool.query<{ id: string; reckoned_at: Date | null }>({
    name: `kept-which-${name}-${everyone ? 'all' : 'some'}`,
    text: `SELECT i.id, k.reckoned_at FROM ${everyone ? tableOf[settings[name].about] : 'unnest($2::uuid[]) AS i(id)'}
      ${everyone ? 'AS i' : ''} LEFT JOIN kept_figure k ON k.figure = $1 AND k.about = i.id
      WHERE ${everyone ? noLonger.replaceAll('$3', '$2') : noLonger}`,
    values: everyone ? [name, now] : [name, ids, now],
  })
  const stale = rows.filter(({ reckoned_at: at }) => at !== null)
  return {
    stale: stale.map(({ id }) => id),
    asOf: stale.length > 0 ? new Date(Math.min(...stale.map(({ reckoned_at: at }) => given(at).getTime()))) : null,
    missing: rows.flatMap(({ id, reckoned_at: at }) => (at === null ? id : [])),
  }
}

async function missingOf(pool: pg.Pool, name: FigureName): Promise<string[]> {
  const { rows } = await pool.query<{ id: string }>(
    `SELECT i.id FROM ${tableOf[settings[name].about]} AS i
      WHERE NOT EXISTS (SELECT 1 FROM kept_figure k WHERE k.figure = $1 AND k.about = i.id)`,
    [name],
  )
  return rows.map(({ id }) => id)
}

/** Kept about nothing: by which program figures were worked out. */
const programRow = 'program'

/** Another number when a kept result or row has another shape than before: what was kept so can no longer be read. */
const keptShape = 1

/**
 * Figures that another version of the program worked out may say something else: they are worked out anew, and meanwhile they stand,
 * said to be of the version before.
 * @returns since when this version works them out
 */
export async function doubtOfOtherProgram(pool: pg.Pool, program: string, now: Date): Promise<Date> {
  const mark = `${keptShape} ${program}`
  return transaction(pool, async (client) => {
    await client.query('SELECT pg_advisory_xact_lock($1, 0)', [programLock])
    const { rows } = await client.query<{ result: unknown; reckoned_at: Date }>(
      'SELECT result, reckoned_at FROM kept_figure WHERE figure = $1 AND about = $2',
      [programRow, inTime],
    )
    const before = rows[0]
    if (before?.result === mark) return before.reckoned_at
    if (String(before?.result).startsWith(`${keptShape} `)) {
      await client.query(
        'INSERT INTO kept_stale (figure, about) SELECT figure, about FROM kept_figure WHERE figure <> $1',
        [programRow],
      )
      await client.query('DELETE FROM kept_figure WHERE figure = $1', [programRow])
    } else await emptyKept(client)
    await client.query('INSERT INTO kept_figure (figure, about, result, reckoned_at) VALUES ($1, $2, $3, $4)', [
      programRow,
      inTime,
      JSON.stringify(mark),
      now,
    ])
    return now
  })
}
const programLock = 7

/** Forgets all that is kept, as a crash of the database does: what is asked for next is worked out anew. */
export async function emptyKept(client: pg.ClientBase | pg.Pool): Promise<void> {
  await client.query('TRUNCATE kept_figure, kept_stale, due_item, cost')
}
