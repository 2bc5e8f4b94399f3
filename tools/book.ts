import { join } from 'node:path'
import {
  backup,
  checkBook,
  factsDigest,
  forLongWork,
  leftOut,
  migrateDatabase,
  openDatabase,
  Refusal,
  rescueLead,
  restore,
  StartProblem,
} from '@diatribon/server'

/** The commands that work on the book beside the server: backup, restore, check and rescue. */
const toldEveryMs = 2_000

async function backUp(url: string, file: string): Promise<void> {
  const database = openDatabase(url, 2, forLongWork)
  const { entries, photos } = await backup(database, file)
  await database.pool.end()
  console.log(
    `${entries} entries and ${photos} photos written to ${file}. It holds hashes of PINs: keep it as you keep keys.`,
  )
  console.log(leftOut)
}

async function restoreFrom(url: string, file: string): Promise<void> {
  await migrateDatabase(url, join(process.env.DIATRIBON_ROOT!, 'server', 'migrations'))
  const database = openDatabase(url, 2, forLongWork)
  let told = Date.now()
  const { entries, photos, isUnchecked } = await restore(database, file, (done, of) => {
    if (Date.now() - told < toldEveryMs) return
    told = Date.now()
    console.log(`${done} of ${of} lines …`)
  })
  await database.pool.end()
  console.log(`${entries} entries and ${photos} photos played from ${file}.`)
  if (isUnchecked) console.log('It was made by an earlier version: whether it is whole could not be checked.')
  console.log(leftOut)
}

/** For trials: what every table of facts holds, as digests. */
async function digest(url: string): Promise<void> {
  const { pool } = openDatabase(url, 1, forLongWork)
  console.log(JSON.stringify(await factsDigest(pool)))
  await pool.end()
}

async function rescue(url: string, name: string): Promise<void> {
  const database = openDatabase(url, 2)
  const pin = await rescueLead(database, name, new Date())
  await database.pool.end()
  console.log(
    `${name} is a lead and signs in with the PIN ${pin}. Change it after signing in; the book says that it was given.`,
  )
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
const run = { backup: backUp, restore: restoreFrom, check, digest, rescue }[
  what as 'backup' | 'restore' | 'check' | 'digest' | 'rescue'
]
run(process.env.DATABASE_URL!, file!).catch((error: unknown) => {
  console.error(error instanceof StartProblem || error instanceof Refusal ? error.message : error)
  process.exit(1)
})
