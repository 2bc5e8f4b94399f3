import { getTableName } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import { drizzle } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import { byIndexesOnly, type Db } from '../platform/database.ts'
import * as tables from '../platform/tables.ts'

/** Written by what an import brings in, each with what of it must be there. */
const ofPrinters: PgTable[] = [
  tables.slot,
  tables.fitting,
  tables.usage,
  tables.counterPoint,
  tables.job,
  tables.reading,
  tables.adjustment,
  tables.printerEvent,
  tables.checkSheet,
  tables.duty,
  tables.fault,
  tables.downTime,
  tables.workSpan,
]
const whole: PgTable[] = [tables.printer, tables.faultStep]
/** Written only. */
const empty: PgTable[] = [tables.keptStale]

/**
 * A room of one's own to try actions in: copies of the tables that they read and write, of these printers alone, which hide
 * the real ones on this one connection. Nothing that happens here is seen or waited for by anybody, and with the connection
 * all of it is gone.
 *
 * Refused: to try in a transaction on the real tables and take it back (it held every printer of the file for as long as the
 * try took, 22 s for 100,000 rows).
 */
export async function openDryRun(
  url: string,
  { printerIds, keys }: { printerIds: string[]; keys: string[] },
): Promise<{ client: pg.PoolClient; db: Db; close: () => Promise<void> }> {
  // One connection for one try: statements prepared elsewhere would still mean the real tables.
  const pool = new pg.Pool({ connectionString: url, max: 1, pipeline: true, application_name: 'diatribon try' })
  const client = await pool.connect()
  client.on('error', () => undefined) // the query that follows tells it
  const close = async () => {
    client.release(true)
    await pool.end()
  }
  try {
    await client.query('BEGIN')
    await client.query(byIndexesOnly)
    const copy = async (table: PgTable, where: string, values: unknown[][]) => {
      const name = getTableName(table)
      await client.query(`CREATE TEMP TABLE "${name}" (LIKE public."${name}" INCLUDING DEFAULTS) ON COMMIT DROP`)
      await client.query(`INSERT INTO pg_temp."${name}" SELECT * FROM public."${name}" ${where}`, values)
      // Under their own names, so that a refusal by one of them finds its sentence.
      const { rows } = await client.query<{ indexdef: string }>(
        `SELECT indexdef FROM pg_indexes WHERE schemaname = 'public' AND tablename = $1`,
        [name],
      )
      for (const { indexdef } of rows) await client.query(indexdef.replace(' ON public.', ' ON pg_temp.'))
      await client.query(`ANALYZE pg_temp."${name}"`)
    }
    for (const table of ofPrinters) await copy(table, 'WHERE printer_id = ANY($1::uuid[])', [printerIds])
    for (const table of whole) await copy(table, '', [])
    for (const table of empty) await copy(table, 'WHERE false', [])
    await copy(tables.logEntry, 'WHERE key = ANY($1::uuid[])', [keys])
    return { client, db: drizzle({ client }), close }
  } catch (error) {
    await close()
    throw error
  }
}
