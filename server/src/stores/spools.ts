import { asc } from 'drizzle-orm'
import type { Spool } from '@diatribon/contract'
import { gramsOf } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { spool } from '../platform/tables.ts'

/** All spools, those in use first. */
export async function spools(db: Db): Promise<Spool[]> {
  const rows = await db.select().from(spool).orderBy(asc(spool.finishedAt), asc(spool.name))
  return rows
    .map(({ siteId: _, weighedAt, finishedAt, ...kept }) => ({
      ...kept,
      weighedAt,
      finishedAt,
      leftMetres: finishedAt ? 0 : kept.leftMetres,
    }))
    .map(({ weighedAt, finishedAt, ...shown }) => ({
      ...shown,
      leftGrams: gramsOf({ ...shown, metres: shown.leftMetres }),
      weighedAt: weighedAt?.toISOString() ?? null,
      finishedAt: finishedAt?.toISOString() ?? null,
    }))
    .sort((a, b) => Number(a.finishedAt !== null) - Number(b.finishedAt !== null))
}
