import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import {
  addressesFor,
  wallClockFrom,
  hostFrom,
  migrateDatabase,
  forLongWork,
  openDatabase,
  playBook,
  realWallClock,
  setPin,
  siteUrlFrom,
  startServer,
  StartProblem,
  tables,
  type AnswerSchemas,
  type WallClock,
  type RunningServer,
} from '@diatribon/server'
import { simulateBook } from './demo/simulate.ts'
import { demoPin, demoSignIns } from './demo/workshop.ts'

/** One server process: migrations, demo data when empty, then HTTP. Started by start.mjs and by the bench. */
async function main(): Promise<void> {
  const {
    DATABASE_URL,
    PORT = '4310',
    DIATRIBON_DEMO,
    DIATRIBON_DEMO_NOW,
    DIATRIBON_DEMO_SINCE,
    DIATRIBON_ECHO,
    LOG_LEVEL,
    TRUST_PROXY,
    METRICS_TOKEN,
    HOST,
    SITE_URL,
    HTTPS_KEY,
    HTTPS_CERTIFICATE,
  } = process.env
  const root = process.env.DIATRIBON_ROOT!
  const port = Number(PORT)
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartProblem(`PORT is ${PORT}; it must be a whole number from 0 to 65535.`)
  const [host, siteUrl] = [hostFrom(HOST), siteUrlFrom(SITE_URL)]
  await migrateDatabase(DATABASE_URL!, join(root, 'server', 'migrations'))
  const demo = DIATRIBON_DEMO === '0' ? false : await loadDemo(DATABASE_URL!, clockOf(DIATRIBON_DEMO_NOW))
  // Begun after the loading, unless another process of the same demo has begun before.
  const clock = clockOf(DIATRIBON_DEMO_NOW, DIATRIBON_DEMO_SINCE)
  const server = await startServer({
    databaseUrl: DATABASE_URL!,
    clock,
    host,
    port,
    webFolder: join(root, 'web', 'dist'),
    demo: demo ? { names: demoSignIns, pin: demoPin } : null,
    echo: DIATRIBON_ECHO === '1',
    logLevel: LOG_LEVEL,
    trustProxy: trustOf(TRUST_PROXY),
    metricsToken: METRICS_TOKEN || undefined,
    siteUrl,
    answers: JSON.parse(readFileSync(join(root, 'contract', 'dist', 'answers.json'), 'utf8')) as AnswerSchemas,
    tls:
      HTTPS_KEY && HTTPS_CERTIFICATE ? { key: readFileSync(HTTPS_KEY), cert: readFileSync(HTTPS_CERTIFICATE) } : null,
  })
  const stop = () => void server.close().finally(() => process.exit(0))
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
  process.on('disconnect', stop) // the command that started this process is gone
  process.send?.('ready') // whoever started it may start it again when it ends: told before anybody can see it
  console.log(`Diatribon is ready at ${server.url}`)
  const { port: bound, protocol } = new URL(server.url)
  const found = addressesFor(host, Number(bound), protocol)
  for (const address of found) console.log(`Phones on this network find it at ${address}`)
  const carried = siteUrl ?? (await addressSet(server.services.database.db))
  if (carried) console.log(`Labels carry ${carried}`)
  else if (found.length > 0)
    console.log('Labels carry the address at which they are asked for: print them from one of these.')
}

/** What a lead has set under Workshop. */
async function addressSet(db: RunningServer['services']['database']['db']): Promise<string | null> {
  const [there] = await db.select({ address: tables.site.address }).from(tables.site).limit(1)
  return there?.address ?? null
}

/** How many proxies stand in front, or which addresses are theirs. */
function trustOf(proxies: string | undefined): number | string | undefined {
  if (!proxies) return undefined
  const count = Number(proxies)
  if (Number.isInteger(count)) return count
  if (!/^[\w.:/, -]+$/.test(proxies))
    throw new StartProblem(`TRUST_PROXY is ${proxies}; it must be how many proxies there are, or their addresses.`)
  return proxies
}

/** @param since when it was that moment, in ms of the real clock; the demo's processes agree about the time by it */
function clockOf(moment: string | undefined, since?: string): WallClock {
  if (!moment) return realWallClock
  const start = new Date(moment)
  if (Number.isNaN(start.getTime()))
    throw new StartProblem(`DIATRIBON_DEMO_NOW is ${moment}; it must be a moment such as 2026-03-01T09:00:00Z.`)
  return wallClockFrom(start, since ? Number(since) : Date.now())
}

/** @returns whether this database holds the demo workshop */
async function loadDemo(url: string, clock: WallClock): Promise<boolean> {
  const { pool, db } = openDatabase(url, 2, forLongWork)
  try {
    const [there] = await db.select({ name: tables.site.name }).from(tables.site).limit(1)
    const book = simulateBook(clock())
    const first = book[0]!.action as { siteId: string; name: string }
    if (there) return there.name === first.name
    console.log('Loading the demo workshop …')
    await playBook(pool, book)
    for (const { action } of book)
      if (action.kind === 'admit-person' && demoSignIns.includes(action.name as string))
        await setPin(db, action.personId as string, demoPin)
    return true
  } finally {
    await pool.end()
  }
}

main().catch((error: unknown) => {
  console.error(error instanceof StartProblem ? error.message : error)
  process.exit(1)
})
