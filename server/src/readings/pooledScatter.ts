import { isDeepStrictEqual } from 'node:util'
import { and, eq } from 'drizzle-orm'
import type pg from 'pg'
import { pooledOf, type Scatter } from '@diatribon/core'
import { inTime } from '../kept/settings.ts'
import { writeStale } from '../kept/staleRows.ts'
import type { Db } from '../platform/database.ts'
import { keptFigure } from '../platform/tables.ts'

/** Kept beside the scatters of the printers, about none of them. */
const name = 'pooled scatter'
const pooledLock = 6

/** What all printers tell together about the scatter of each kind of reading, by its name in small letters. */
export async function pooledScatter(db: Db): Promise<Map<string, Scatter>> {
  const [kept] = await db
    .select({ result: keptFigure.result })
    .from(keptFigure)
    .where(and(eq(keptFigure.figure, name), eq(keptFigure.about, inTime)))
  return new Map(Object.entries((kept?.result ?? {}) as Record<string, Scatter>))
}

/** Adds up what is kept of each printer. Where that says something else than before, every drift is judged anew. */
export async function keepPooledScatter(client: pg.PoolClient, now: Date): Promise<void> {
  await client.query('SELECT pg_advisory_xact_lock($1, 0)', [pooledLock])
  const { rows } = await client.query<{ name: string; ranges: number; count: number }>(
    `SELECT s.key AS name, sum((s.value->>'ranges')::float8) AS ranges, sum((s.value->>'count')::int)::int AS count
      FROM kept_figure k, jsonb_each(k.result) s WHERE k.figure = 'scatter' GROUP BY s.key ORDER BY s.key`,
  )
  const pooled = Object.fromEntries(rows.map(({ name, ranges, count }) => [name, pooledOf({ ranges, count })]))
  const { rows: kept } = await client.query<{ result: unknown }>(
    'SELECT result FROM kept_figure WHERE figure = $1 AND about = $2',
    [name, inTime],
  )
  if (isDeepStrictEqual(kept[0]?.result, pooled)) return
  await client.query(
    `INSERT INTO kept_figure (figure, about, result, reckoned_at) VALUES ($1, $2, $3, $4)
      ON CONFLICT (figure, about) DO UPDATE SET result = excluded.result, reckoned_at = excluded.reckoned_at`,
    [name, inTime, JSON.stringify(pooled), now],
  )
  await writeStale(client, { of: [], everyones: ['drift'] })
}
