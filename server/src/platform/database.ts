import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'

export type Db = NodePgDatabase

export interface Database {
  url: string
  pool: pg.Pool
  db: Db
}

/** A pool over one database. Connections that the server side drops are replaced at the next query. */
export function openDatabase(url: string, max = 10): Database {
  const pool = new pg.Pool({ connectionString: url, max })
  pool.on('error', () => undefined) // an idle connection was lost; the pool has already let it go
  // One that is lost between two queries of a transaction tells it as an event, which would end the process; the next
  // query fails by itself.
  pool.on('connect', (client) => client.on('error', () => undefined))
  return { url, pool, db: drizzle({ client: pool }) }
}

/** The query builder over a connection, made once per connection. */
const builders = new WeakMap<pg.PoolClient, Db>()
function drizzleOf(client: pg.PoolClient): Db {
  let db = builders.get(client)
  if (!db) builders.set(client, (db = drizzle({ client })))
  return db
}

/** Work in one transaction on one connection: commit when it returns, roll back when it throws. */
export async function transaction<T>(pool: pg.Pool, work: (client: pg.PoolClient, db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect()
  let broken: Error | undefined
  try {
    await client.query('BEGIN')
    const result = await work(client, drizzleOf(client))
    await client.query('COMMIT')
    return result
  } catch (error) {
    await client.query('ROLLBACK').catch((lost: Error) => (broken = lost))
    throw error
  } finally {
    client.release(broken)
  }
}
