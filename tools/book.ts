import { createReadStream, createWriteStream } from 'node:fs'
import { rename } from 'node:fs/promises'
import { once } from 'node:events'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { eq } from 'drizzle-orm'
import type { ExportedEntry } from '@diatribon/contract'
import {
  checkBook,
  exportBook,
  migrateDatabase,
  forLongWork,
  openDatabase,
  playBook,
  Refusal,
  StartProblem,
  tables,
} from '@diatribon/server'

/**
 * Backup and restore. A backup is JSON Lines: a heading, every entry of the book in order, then the PIN hashes and the
 * photos, which are no part of the book. Restoring plays the book into an empty database.
 */
const heading = { diatribon: 'book', version: 1 }

interface PhotoLine {
  photo: Omit<typeof tables.attachment.$inferSelect, 'bytes' | 'addedAt'> & { bytes: string; addedAt: string }
}

type Line = typeof heading | ExportedEntry | { personId: string; pinHash: string } | PhotoLine

async function backup(url: string, file: string): Promise<void> {
  const { db, pool } = openDatabase(url, 2, forLongWork)
  const unfinished = `${file}.part`
  const out = createWriteStream(unfinished, { mode: 0o600 })
  let entries = 0
  const write = async (line: Line) => {
    if (!out.write(`${JSON.stringify(line)}\n`)) await once(out, 'drain')
  }
  await write(heading)
  for await (const page of exportBook(db)) {
    for (const entry of page) await write(entry)
    entries += page.length
  }
  for (const { personId, pinHash } of await db.select().from(tables.credential)) await write({ personId, pinHash })
  // One by one: photos are large, and many.
  const photos = await db.select({ id: tables.attachment.id }).from(tables.attachment)
  for (const { id } of photos) {
    const [row] = await db.select().from(tables.attachment).where(eq(tables.attachment.id, id))
    await write({
      photo: { ...row!, addedAt: row!.addedAt.toISOString(), bytes: row!.bytes.toString('base64') },
    })
  }
  out.end()
  await once(out, 'close')
  await rename(unfinished, file)
  await pool.end()
  console.log(
    `${entries} entries and ${photos.length} photos written to ${file}. It holds PIN hashes: keep it as you keep keys.`,
  )
}

async function restore(url: string, file: string): Promise<void> {
  await migrateDatabase(url, join(process.env.DIATRIBON_ROOT!, 'server', 'migrations'))
  const { db, pool } = openDatabase(url, 2, forLongWork)
  const credentials: { personId: string; pinHash: string }[] = []
  async function* entries(): AsyncGenerator<ExportedEntry> {
    const lines = linesOf(file)
    let number = 0
    for await (const text of lines) {
      number++
      const line = parsed(text, number)
      if (number === 1) {
        if (!('diatribon' in line) || line.version !== heading.version)
          throw new StartProblem(`${file} is no backup of Diatribon that this version can read.`)
      } else if ('pinHash' in line) credentials.push(line)
      else if ('action' in line) yield line
      else if (!('photo' in line))
        throw new StartProblem(`Line ${number} of ${file} is neither an entry, nor a PIN hash, nor a photo.`)
    }
    if (number === 0) throw new StartProblem(`${file} is empty.`)
  }
  const count = await playBook(pool, entries())
  if (credentials.length > 0)
    await db
      .insert(tables.credential)
      .values(credentials.map(({ personId, pinHash }) => ({ personId, pinHash })))
      .onConflictDoNothing()
  // A second reading, when the workshop that they belong to is there: photos need not wait in memory.
  let photos = 0
  for await (const text of linesOf(file)) {
    if (!text.startsWith('{"photo"')) continue
    const { photo } = JSON.parse(text) as PhotoLine
    await db
      .insert(tables.attachment)
      .values({ ...photo, addedAt: new Date(photo.addedAt), bytes: Buffer.from(photo.bytes, 'base64') })
      .onConflictDoNothing()
    photos++
  }
  await pool.end()
  console.log(`${count} entries and ${photos} photos played from ${file}.`)
}

const linesOf = (file: string) => createInterface({ input: createReadStream(file), crlfDelay: Infinity })

function parsed(text: string, number: number): Line {
  try {
    return JSON.parse(text) as Line
  } catch {
    throw new StartProblem(`Line ${number} is not valid JSON: the backup is damaged or was cut short.`)
  }
}

/** Says whether the book is whole. @throws StartProblem when it is not */
async function check(url: string): Promise<void> {
  const { db, pool } = openDatabase(url, 2, forLongWork)
  const toldEvery = 100_000
  let told = 0
  const progress = (done: number, of: number) => {
    if (done - told < toldEvery) return
    told = done
    console.log(`${done} of ${of} lines …`)
  }
  const { entries, chains, unsealed, broken, brokenCount, heads } = await checkBook(db, progress)
  await pool.end()
  for (const { chain, seq, hash } of heads) console.log(`${hash}  #${seq} ${chain}`)
  for (const { seq, printer, words } of broken) console.error(`#${seq} (${printer}): ${words}`)
  const said = `${entries} lines in ${chains} chains${unsealed > 0 ? `, ${unsealed} not sealed yet` : ''}`
  if (brokenCount > 0) throw new StartProblem(`The book is broken in ${brokenCount} places: ${said}.`)
  console.log(`The book is whole: ${said}.`)
}

const [what, file] = process.argv.slice(2)
const run = { backup, restore, check }[what as 'backup' | 'restore' | 'check']
run(process.env.DATABASE_URL!, file!).catch((error: unknown) => {
  const { code, path } = error as NodeJS.ErrnoException
  const plain = error instanceof StartProblem || error instanceof Refusal
  console.error(plain ? error.message : code === 'ENOENT' ? `There is no file or folder ${path}.` : error)
  process.exit(1)
})
