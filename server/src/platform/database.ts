import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'

export type Db = NodePgDatabase

export interface Database {
  url: string
  pool: pg.Pool
  db: Db
}

/** How long a connection may keep others waiting. 0: as long as it takes. */
export interface Patience {
  lockMs: number
  statementMs: number
  idleInTransactionMs: number
}

const forRequests: Patience = { lockMs: 10_000, statementMs: 60_000, idleInTransactionMs: 30_000 }
/** For commands and threads that work through a whole book. */
export const forLongWork: Patience = { lockMs: 0, statementMs: 0, idleInTransactionMs: 0 }
/** A process that stands still while it holds what everybody needs loses it within a second. */
const hurriedMs = 900

/**
 * A pool over one database. Connections that the server side drops are replaced at the next query.
 * @param onLoss is told of each that was lost
 */
export function openDatabase(
  url: string,
  max = 10,
  patience: Patience = forRequests,
  onLoss: (error: Error) => void = () => undefined,
): Database {
  const { lockMs, statementMs, idleInTransactionMs } = patience
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 15_000,
    // What is asked in one go travels in one go; the database answers in the same order.
    pipeline: true,
    options: `-c lock_timeout=${lockMs} -c statement_timeout=${statementMs} -c idle_in_transaction_session_timeout=${idleInTransactionMs}`,
  })
  pool.on('error', onLoss) // an idle connection was lost; the pool has already let it go
  // One that is lost between two queries of a transaction tells it as an event, which would end the process; the next
  // query fails by itself.
  pool.on('connect', (client) => client.on('error', onLoss))
  return { url, pool, db: drizzle({ client: pool }) }
}

/** The query builder over a connection, made once per connection. */
const builders = new WeakMap<pg.PoolClient, Db>()
function drizzleOf(client: pg.PoolClient): Db {
  let db = builders.get(client)
  if (!db) builders.set(client, (db = drizzle({ client })))
  return db
}

/**
 * For this transaction: tables are read by their indexes. Those that were empty when their statements were planned would be walked from end to
 * end for ever after. A walk that cannot be helped then counts as so dear that the database would compile its statement anew each time, which
 * took 50 ms for a table of sixteen rows.
 */
export const byIndexesOnly = 'SET LOCAL enable_seqscan = off; SET LOCAL jit = off'

/**
 * Work in one transaction on one connection: commit when it returns, roll back when it throws.
 * @param hurried for what holds locks that others wait for: the database ends it when this process stands still
 */
export async function transaction<T>(
  pool: pg.Pool,
  work: (client: pg.PoolClient, db: Db) => Promise<T>,
  hurried = false,
): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  try {
    // Not waited for: the first questions of the work travel with it, and fail where it fails.
    const begun = client.query(
      hurried ? `BEGIN; SET LOCAL idle_in_transaction_session_timeout = ${hurriedMs}` : 'BEGIN',
    )
    begun.catch(() => undefined) // told below, when the work has come to its end
    const result = await work(client, drizzleOf(client))
    await begun
    await client.query('COMMIT')
    return result
  } catch (error) {
    await client.query('ROLLBACK').catch((lost: Error) => (broken = lost))
    throw error
  } finally {
    client.release(broken)
  }
}
