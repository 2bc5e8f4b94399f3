import { given } from '@diatribon/core'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'

/** Why the server cannot start, in one sentence for the person who typed the command. */
export class StartProblem extends Error {}

/** Two processes that migrate at once would race; this number is the lock that the second waits for. */
const migrationLock = 4310_2027

/**
 * Brings the database to this version's tables.
 * @throws StartProblem when the database cannot be reached, or was last used by a newer version
 */
export async function migrateDatabase(url: string, folder: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 10_000 })
  client.on('error', () => undefined) // the query that follows tells it
  try {
    await client.connect()
  } catch (error) {
    throw new StartProblem(`The database at ${withoutPassword(url)} cannot be reached: ${reason(error)}`)
  }
  try {
    await client.query('SELECT pg_advisory_lock($1)', [migrationLock])
    const journal = await readJournal(folder)
    const applied = await appliedMigrations(client)
    const newest = given(journal.at(-1)).when
    if (applied.some((when) => when > newest))
      throw new StartProblem(
        'This database was last used by a newer version of Diatribon. Start that version, or restore a backup into an empty database.',
      )
    await migrate(drizzle({ client }), { migrationsFolder: folder })
    const missing = journal.length - (await appliedMigrations(client)).length
    // A migration dated before the newest applied one is passed over in silence by the migrator.
    if (missing > 0)
      throw new StartProblem(
        `${missing} migrations of this version were passed over: their order in ${folder} is broken.`,
      )
  } finally {
    await client.end()
  }
}

async function readJournal(folder: string): Promise<{ when: number }[]> {
  const journal = JSON.parse(await readFile(join(folder, 'meta', '_journal.json'), 'utf8')) as {
    entries: { when: number }[]
  }
  return journal.entries
}

async function appliedMigrations(client: pg.Client): Promise<number[]> {
  const { rows } = await client.query<{ found: string | null }>(
    `SELECT to_regclass('drizzle.__drizzle_migrations')::text AS found`,
  )
  if (!rows[0]?.found) return []
  const applied = await client.query<{ created_at: string }>('SELECT created_at FROM drizzle.__drizzle_migrations')
  return applied.rows.map((row) => Number(row.created_at))
}

function withoutPassword(url: string): string {
  try {
    const parsed = new URL(url)
    return `${parsed.protocol}//${parsed.host}${parsed.pathname}`
  } catch {
    return 'DATABASE_URL (which is no address)'
  }
}

function reason(error: unknown): string {
  const { code, message, errors } = error as NodeJS.ErrnoException & { errors?: Error[] }
  const what = message || errors?.[0]?.message || code || 'no answer'
  return what.endsWith('.') ? what : `${what}.`
}
