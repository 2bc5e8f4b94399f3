import { createReadStream, createWriteStream } from 'node:fs'
import { rename } from 'node:fs/promises'
import { once } from 'node:events'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import type { ExportedEntry } from '@diatribon/contract'
import { exportBook, migrateDatabase, openDatabase, playBook, Refusal, StartProblem, tables } from '@diatribon/server'

/**
 * Backup and restore. A backup is JSON Lines: a heading, every entry of the book in order, then the PIN hashes, which are
 * no part of the book. Restoring plays the book into an empty database.
 */
const heading = { diatribon: 'book', version: 1 }

type Line = typeof heading | ExportedEntry | { personId: string; pinHash: string }

async function backup(url: string, file: string): Promise<void> {
  const { db, pool } = openDatabase(url, 2)
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
  out.end()
  await once(out, 'close')
  await rename(unfinished, file)
  await pool.end()
  console.log(`${entries} entries written to ${file}. It holds PIN hashes: keep it as you keep keys.`)
}

async function restore(url: string, file: string): Promise<void> {
  await migrateDatabase(url, join(process.env.DIATRIBON_ROOT!, 'server', 'migrations'))
  const { db, pool } = openDatabase(url, 2)
  const credentials: { personId: string; pinHash: string }[] = []
  async function* entries(): AsyncGenerator<ExportedEntry> {
    const lines = createInterface({ input: createReadStream(file), crlfDelay: Infinity })
    let number = 0
    for await (const text of lines) {
      number++
      const line = parsed(text, number)
      if (number === 1) {
        if (!('diatribon' in line) || line.version !== heading.version)
          throw new StartProblem(`${file} is no backup of Diatribon that this version can read.`)
      } else if ('pinHash' in line) credentials.push(line)
      else if ('action' in line) yield line
      else throw new StartProblem(`Line ${number} of ${file} is neither an entry nor a PIN hash.`)
    }
    if (number === 0) throw new StartProblem(`${file} is empty.`)
  }
  const count = await playBook(pool, entries())
  if (credentials.length > 0)
    await db
      .insert(tables.credential)
      .values(credentials.map(({ personId, pinHash }) => ({ personId, pinHash })))
      .onConflictDoNothing()
  await pool.end()
  console.log(`${count} entries played from ${file}.`)
}

function parsed(text: string, number: number): Line {
  try {
    return JSON.parse(text) as Line
  } catch {
    throw new StartProblem(`Line ${number} is not valid JSON: the backup is damaged or was cut short.`)
  }
}

const [what, file] = process.argv.slice(2)
const run = what === 'backup' ? backup : restore
run(process.env.DATABASE_URL!, file!).catch((error: unknown) => {
  const { code, path } = error as NodeJS.ErrnoException
  const plain = error instanceof StartProblem || error instanceof Refusal
  console.error(plain ? error.message : code === 'ENOENT' ? `There is no file or folder ${path}.` : error)
  process.exit(1)
})
