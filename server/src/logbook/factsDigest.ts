import { createHash } from 'node:crypto'
import { getTableName, is } from 'drizzle-orm'
import { PgTable } from 'drizzle-orm/pg-core'
import type pg from 'pg'
import * as tables from '../platform/tables.ts'

/** What is derived, secret or of this moment only is no fact of the book. Every other table is, a new one too. */
const noFacts = new Set<PgTable>([
  tables.logSeal,
  tables.logSearch,
  tables.keptFigure,
  tables.keptStale,
  tables.dueItem,
  tables.cost,
  tables.credential,
  tables.deviceToken,
  tables.invitation,
  tables.calendarFeed,
  tables.keptPlan,
  tables.mailServer,
  tables.mailChoice,
  tables.mailSent,
  tables.session,
  tables.signInBrake,
  tables.knownDevice,
  tables.reportBrake,
  tables.presence,
  tables.savedView,
  tables.readMark,
  tables.attachment,
])

/** Tables of facts, by their names: what playing the book again must give. */
export const factTables = Object.values(tables)
  .filter((table) => is(table, PgTable) && !noFacts.has(table))
  .map((table) => getTableName(table as PgTable))

/** A digest of every table of facts: two databases with the same ones hold the same facts. */
export async function factsDigest(pool: pg.Pool): Promise<Record<string, string>> {
  const digests: Record<string, string> = {}
  for (const table of factTables) {
    const { rows } = await pool.query<{ row: string }>(`SELECT t::text AS row FROM ${table} t ORDER BY 1`)
    const hash = createHash('sha256')
    for (const { row } of rows) hash.update(`${row}\n`)
    digests[table] = `${rows.length} ${hash.digest('hex')}`
  }
  return digests
}
