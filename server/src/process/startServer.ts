import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import type { AddressInfo } from 'node:net'
import { createHttpTerminator } from 'http-terminator'
import type { DestinationStream } from 'pino'
import { openDoor } from '../actions/door.ts'
import { openSealer } from '../logbook/sealer.ts'
import { doubtOfOtherProgram } from '../kept/workOut.ts'
import { openPlanner } from '../services/planner.ts'
import { openKept, type KeptTask } from '../kept/kept.ts'
import { openPost } from '../mail/sendMorningMails.ts'
import { openWorker } from '../platform/worker.ts'
import { openSessions } from '../services/sessions.ts'
import { ownAddress } from '../platform/addresses.ts'
import { createApp, type TrustProxy } from './app.ts'
import type { AnswerSchemas } from './openApi.ts'
import type { WallClock } from '../platform/wallClock.ts'
import { openDatabase } from '../platform/database.ts'
import { openLogger } from '../platform/logger.ts'
import { Live } from './live.ts'
import { StartProblem } from '../platform/migrate.ts'
import type { Services } from '../services/services.ts'

/** What is under way when the server is told to stop has so long to finish. */
const patienceMs = 10_000

export interface ServerOptions {
  databaseUrl: string
  clock: WallClock
  host?: string
  /** 0 takes any free port. */
  port: number
  webFolder: string | null
  demo: Services['demo']
  echo?: boolean
  logLevel?: string
  trustProxy?: TrustProxy
  metricsToken?: string
  /** The address that people reach the site at, where it differs from what they ask this server for. */
  siteUrl?: string | null
  /** Key and certificate, to answer over HTTPS without a proxy; null: over HTTP. */
  tls?: { key: Buffer; cert: Buffer } | null
  /** What the declared reads answer, as JSON Schema, for the description of the interface. */
  answers?: AnswerSchemas
  /** How often it is looked whether morning mails are due. */
  postEveryMs?: number
  /** Where the log goes; the standard error stream unless said. */
  logTo?: DestinationStream
}

export interface RunningServer {
  url: string
  services: Services
  close(): Promise<void>
}

/** Starts one server process over a migrated database. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const {
    databaseUrl,
    clock,
    host = '127.0.0.1',
    port,
    webFolder,
    demo,
    echo,
    logLevel = 'warn',
    trustProxy,
    metricsToken,
    siteUrl = null,
    tls = null,
    postEveryMs = 60_000,
    answers,
    logTo,
  } = options
  const logger = openLogger(logLevel, logTo)
  const database = openDatabase(databaseUrl, undefined, undefined, (err) =>
    logger.warn({ err }, 'a database connection was lost'),
  )
  const keeper = openSealer(database.pool, (err) => logger.error({ err }, 'the chain of the book could not be kept up'))
  const live = new Live(databaseUrl, database.pool, (err) => logger.warn({ err }, 'the live stream lost its line'))
  await live.listen()
  const programSince = await doubtOfOtherProgram(database.pool, await keptProgram(), clock())
  // The thread stays: loading it takes longer than a page waits.
  const workers = openWorker(import.meta.url, 'keptWorker', { minThreads: 1 })
  const thread = workers.run({ databaseUrl, name: 'forecast', ids: [], nowMs: clock().getTime() } satisfies KeptTask)
  const kept = openKept(database, clock, {
    programSince,
    reckon: (task) => workers.run(task) as Promise<string[]>,
    onChange: (figure, printerIds) => live.announce({ changed: { [figure]: printerIds }, seq: 0 }),
    onProblem: (err) => logger.error({ err }, 'kept figures could not be brought up to date'),
  })
  const services: Services = {
    database,
    clock,
    live,
    kept,
    planner: openPlanner(),
    onProblem: (err) => logger.error({ err }, 'the plan could not be worked out'),
    sessions: openSessions(database, clock),
    door: openDoor(
      database.pool,
      clock,
      (notice) => {
        live.announce(notice)
        if (Object.keys(notice.changed).length === 0) return
        keeper.later()
        // Where nobody looks, whoever asks first brings it up to date.
        if (live.openPages > 0) kept.later()
      },
      (err, kind) => logger.error({ err, kind }, 'an action failed and was not recorded'),
    ),
    demo,
    siteUrl,
  }
  keeper.later()
  const post = openPost(services, postEveryMs)
  const app = createApp(services, live, { logger, webFolder, echo, trustProxy, metricsToken, answers })
  const server = tls ? createSecureServer(tls, app) : createServer(app)
  // A sender that dawdles must not hold a connection for ever: the whole of a request, photos and job files among them.
  server.headersTimeout = 15_000
  server.requestTimeout = 180_000
  // Longer than proxies and programs keep an idle line: whoever closes first may meet a request that is on its way.
  server.keepAliveTimeout = 65_000
  // Ready is a server whose pages can say what falls due, and that is worked out in the thread.
  await thread
  await listen(server, host, port)
  const terminator = createHttpTerminator({ server, gracefulTerminationTimeout: patienceMs })
  return {
    url: ownAddress(host, (server.address() as AddressInfo).port, tls ? 'https:' : 'http:'),
    services,
    async close() {
      await live.close() // streams never end by themselves
      await terminator.terminate()
      await post.close()
      await keeper.close()
      await kept.close()
      await services.planner.close()
      await workers.destroy()
      await database.pool.end()
    },
  }
}

/** A mark of the program that works figures out; in the built server that of its bundle. */
async function keptProgram(): Promise<string> {
  if (import.meta.url.endsWith('.ts')) return 'source'
  const bundle = await readFile(new URL('./keptWorker.js', import.meta.url))
  return createHash('sha1').update(bundle).digest('base64url')
}

function listen(server: Server, host: string, port: number): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const busy = `Port ${port} is already in use. Set PORT to a free one, or stop the program that holds it.`
      fail(
        error.code === 'EADDRINUSE'
          ? new StartProblem(busy)
          : new StartProblem(`Port ${port} cannot be used: ${error.message}`),
      )
    })
    server.listen(port, host, done)
  })
}
