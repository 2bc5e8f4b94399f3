import { given } from '@diatribon/core'
import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { open, rename, rm } from 'node:fs/promises'
import { createInterface } from 'node:readline'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { drizzle } from 'drizzle-orm/node-postgres'
import { asc, eq, getTableColumns, getTableName, gt, sql, type Column } from 'drizzle-orm'
import type { ExportedEntry } from '@diatribon/contract'
import type { Database, Db } from '../platform/database.ts'
import { isLost } from '../platform/loss.ts'
import { StartProblem } from '../platform/migrate.ts'
import { Refusal } from '../platform/refusal.ts'
import {
  attachment,
  calendarFeed,
  credential,
  deviceToken,
  invitation,
  logEntry,
  logSeal,
  mailChoice,
  mailServer,
  readMark,
  savedView,
} from '../platform/tables.ts'
import { exportBook, playInto } from './book.ts'
import { chainOf, headsOf, sealOf } from './chain.ts'
import { sealAndIndexAll } from './sealer.ts'

/*
 * A backup is JSON Lines: a heading, every entry of the book in order, what nobody can rebuild from the book, and a last line
 * that counts the others, holds the newest seal of each chain, and a digest of everything before it.
 */
const version = 3
const digestOf = 'sha256'

/** What is kept beside the book, row by row, under the name of its line. Hashes only: no PIN, no token, no code, no password. */
const besides = {
  pin: credential,
  device: deviceToken,
  invitation,
  view: savedView,
  readMark,
  calendar: calendarFeed,
  mailServer,
  mailChoice,
} as const
type Beside = keyof typeof besides

export const leftOut =
  'Left out: the password of the mail server, who is signed in, tries at PINs, who has which printer open, and figures that are worked out anew.'

interface End {
  entries: number
  photos: number
  lines: number
  seals: [chainId: string, hash: string][]
  digest: string
}

type Line =
  | { diatribon: 'book'; version: number }
  | ExportedEntry
  | { personId: string; pinHash: string } // as version 1 wrote PINs
  | { photo: Record<string, unknown> }
  | { beside: Beside; row: Record<string, unknown> }
  | { end: End }

/**
 * Writes a backup: everything as of one moment, whatever is recorded meanwhile. The file is there when it is whole, or not.
 * @throws StartProblem when it cannot be written
 */
export async function backup({ pool }: Database, file: string): Promise<{ entries: number; photos: number }> {
  const unfinished = `${file}.part`
  const client = await pool.connect()
  const db = drizzle({ client })
  const count = { entries: 0, photos: 0 }
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
    await pipeline(Readable.from(linesOf(db, count)), createWriteStream(unfinished, { mode: 0o600 }))
    await client.query('COMMIT')
    const written = await open(unfinished, 'r+')
    await written.sync()
    await written.close()
    await rename(unfinished, file)
    return count
  } catch (error) {
    await rm(unfinished, { force: true })
    throw fileProblem(error, file)
  } finally {
    client.release(true)
  }
}

/** @returns the problem in words when it is one of the file or its disk */
function fileProblem(error: unknown, file: string): unknown {
  const { code } = error as NodeJS.ErrnoException
  if (code === 'ENOSPC' || code === 'EDQUOT')
    return new StartProblem(`The disk is full: ${file} was not written, and nothing half-written was left.`)
  if (code === 'ENOENT') return new StartProblem(`There is no file or folder ${(error as NodeJS.ErrnoException).path}.`)
  if (code === 'EACCES' || code === 'EROFS' || code === 'EISDIR')
    return new StartProblem(`${file} cannot be used (${code}). Choose a file in a folder that you may write to.`)
  return error
}

async function* linesOf(db: Db, count: { entries: number; photos: number }): AsyncGenerator<string> {
  const hash = createHash(digestOf)
  let lines = 0
  const line = (of: Line) => {
    const text = `${JSON.stringify(of)}\n`
    hash.update(text)
    lines++
    return text
  }
  yield line({ diatribon: 'book', version })
  for await (const page of exportBook(db)) {
    count.entries += page.length
    yield page.map(line).join('')
  }
  for (const [beside, table] of Object.entries(besides) as [Beside, (typeof besides)['pin']][])
    for (const row of await db.select().from(table))
      yield line({ beside, row: 'password' in row ? { ...row, password: null } : row })
  // One by one: photos are large, and many.
  for (const { id } of await db.select({ id: attachment.id }).from(attachment)) {
    const [row] = await db.select().from(attachment).where(eq(attachment.id, id))
    count.photos++
    yield line({ photo: { ...given(row), bytes: given(row).bytes.toString('base64') } })
  }
  const end: End = { ...count, lines, seals: [...(await sealsOf(db))].sort(), digest: hash.digest('hex') }
  yield `${JSON.stringify({ end })}\n`
}

/** The newest seal of every chain, those of the last second reckoned. */
async function sealsOf(db: Db): Promise<Map<string, string>> {
  const chains = await db.selectDistinct({ id: logSeal.chainId }).from(logSeal)
  const heads = await headsOf(
    db,
    chains.map(({ id }) => id),
  )
  const [sealed] = await db.select({ newest: sql<number>`coalesce(max(${logSeal.seq}), 0)::float8` }).from(logSeal)
  const rest = await db
    .select()
    .from(logEntry)
    .where(gt(logEntry.seq, given(sealed).newest))
    .orderBy(asc(logEntry.seq))
  for (const row of rest) heads.set(chainOf(row), sealOf(heads.get(chainOf(row)) ?? '', row))
  return heads
}

/** One restore at a time into a database. */
const restoreLock = 2_104_311

export interface Restored {
  entries: number
  photos: number
  /** Of an earlier version, which could not tell whether it was whole. */
  isUnchecked: boolean
}

/**
 * Plays a backup into an empty database, all of it or nothing.
 * @param onProgress is told how many lines are done, of how many
 * @throws StartProblem for a file that is cut, altered, forged, of a newer version, or none; nothing is changed then
 */
export async function restore(
  { pool }: Database,
  file: string,
  onProgress: (done: number, of: number) => void = () => {},
): Promise<Restored> {
  const end = await lookThrough(file).catch((error: unknown) => {
    throw fileProblem(error, file)
  })
  const client = await pool.connect()
  const db = drizzle({ client })
  const count: Restored = { entries: 0, photos: 0, isUnchecked: end === null }
  let number = 0
  const lines = parsedLines(file)
  /** The entries stand first; the first line that is none ends them. */
  let next: Line | null = null
  async function* entries(): AsyncGenerator<ExportedEntry> {
    for (;;) {
      next = await nextLine()
      if (next && 'diatribon' in next) continue
      if (!next || !('action' in next)) return
      yield next
    }
  }
  async function nextLine(): Promise<Line | null> {
    if (++number % 500 === 0) onProgress(number, end?.lines ?? number)
    const { value, done } = (await lines.next()) as IteratorResult<Line, undefined>
    return done ? null : value
  }
  const insert = (table: string, row: object) =>
    client.query(`INSERT INTO ${table} SELECT * FROM jsonb_populate_record(NULL::${table}, $1::jsonb)`, [
      JSON.stringify(inColumns(table, row)),
    ])
  try {
    await client.query('BEGIN')
    const { rows } = await client.query<{ mine: boolean }>('SELECT pg_try_advisory_xact_lock($1) AS mine', [
      restoreLock,
    ])
    if (!given(rows[0]).mine)
      throw new StartProblem('Another restore into this database is under way. Wait for it; nothing was brought in.')
    count.entries = await playInto(client, db, entries())
    for (let line: Line | null = next; line; line = await nextLine())
      if ('photo' in line) {
        count.photos++
        const { addedAt, bytes, ...rest } = line.photo
        const row = { ...rest, addedAt: new Date(String(addedAt)), bytes: Buffer.from(String(bytes), 'base64') }
        await db.insert(attachment).values(row as typeof attachment.$inferInsert)
      } else if ('beside' in line) {
        if (!Object.hasOwn(besides, line.beside))
          throw new StartProblem(`Line ${number} of ${file} is of a kind that is not known here.`)
        await insert(getTableName(besides[line.beside]), line.row)
      } else if ('pinHash' in line) await insert('credential', line)
      else if (!('end' in line))
        throw new StartProblem(`Line ${number} of ${file} stands in the wrong place: the file was altered.`)
    if (end) {
      await sealAndIndexAll(client, db)
      const seals = JSON.stringify([...(await sealsOf(db))].sort())
      if (seals !== JSON.stringify(end.seals) || count.entries !== end.entries || count.photos !== end.photos)
        throw new StartProblem(
          `${file} was altered: what it holds does not fit its own seals. Nothing was brought in; take another backup.`,
        )
    }
    await client.query('COMMIT')
    return count
  } catch (error) {
    await client.query('ROLLBACK')
    // Whatever an altered line leads to, it is the file's fault and not a mistake of ours to puzzle over.
    const known = error instanceof StartProblem || error instanceof Refusal
    const fileSays = fileProblem(error, file)
    throw known || fileSays !== error || isLost(error)
      ? fileSays
      : new StartProblem(`Line ${number} of ${file} cannot be taken: the file was altered. Nothing was brought in.`)
  } finally {
    client.release(true)
  }
}

/** A row as it was written, under the names of its columns. */
function inColumns(table: string, row: object): Record<string, unknown> {
  const of = given(Object.values(besides).find((one) => getTableName(one) === table))
  const values = row as Record<string, unknown>
  return Object.fromEntries(
    Object.entries(getTableColumns(of)).map(([property, column]) => [
      (column as Column).name,
      values[property] ?? null,
    ]),
  )
}

async function* parsedLines(file: string): AsyncGenerator<Line> {
  let number = 0
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    number++
    let line: unknown
    try {
      line = JSON.parse(text)
    } catch {
      throw new StartProblem(`Line ${number} of ${file} cannot be read: the backup is damaged or was cut short.`)
    }
    if (typeof line !== 'object' || line === null)
      throw new StartProblem(`Line ${number} of ${file} is no line of a backup.`)
    yield line as Line
  }
}

/** Reads the file once before anything is changed: whether it is a backup, of a version that can be read, and whole. */
async function lookThrough(file: string): Promise<End | null> {
  const hash = createHash(digestOf)
  let lines = 0
  let last = ''
  let isFirst = true
  let isOld = false
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    if (isFirst) {
      isFirst = false
      const heading = readHeading(text)
      if (!heading) throw new StartProblem(`${file} is no backup of Diatribon.`)
      if (heading.version > version)
        throw new StartProblem(`${file} was made by a newer version of Diatribon. Restore it with that version.`)
      isOld = heading.version < 2
    }
    if (lines > 0) hash.update(`${last}\n`)
    last = text
    lines++
  }
  if (lines === 0) throw new StartProblem(`${file} is empty.`)
  if (isOld) return null
  const end = readEnd(last)
  if (!end || end.lines !== lines - 1)
    throw new StartProblem(
      `${file} was cut short: its last line is missing. Nothing was brought in; take another backup.`,
    )
  if (hash.digest('hex') !== end.digest)
    throw new StartProblem(
      `${file} was altered since it was written: its digest does not fit. Nothing was brought in; take another backup.`,
    )
  return end
}

function readHeading(text: string): { version: number } | null {
  try {
    const line = JSON.parse(text) as { diatribon?: unknown; version?: unknown } | null
    return line?.diatribon === 'book' && typeof line.version === 'number' ? { version: line.version } : null
  } catch {
    return null // said by the caller: it is no backup
  }
}

function readEnd(text: string): End | null {
  try {
    const { end } = JSON.parse(text) as { end?: End }
    return end && Array.isArray(end.seals) && typeof end.digest === 'string' ? end : null
  } catch {
    return null // said by the caller: it was cut short
  }
}
