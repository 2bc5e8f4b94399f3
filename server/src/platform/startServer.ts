import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createHttpTerminator } from 'http-terminator'
import type { DestinationStream } from 'pino'
import { openDoor } from '../actions/door.ts'
import { openKeeper } from '../logbook/keepUp.ts'
import { openJudgements } from '../lives/judgements.ts'
import { openSessions } from '../people/sessions.ts'
import { ownAddress } from './addresses.ts'
import { createApp, type TrustProxy } from './app.ts'
import type { Clock } from './clock.ts'
import { openDatabase } from './database.ts'
import { openLogger } from './logger.ts'
import { Live } from './live.ts'
import { StartProblem } from './migrate.ts'
import type { Services } from './services.ts'

/** What is under way when the server is told to stop has so long to finish. */
const patienceMs = 10_000

export interface ServerOptions {
  databaseUrl: string
  clock: Clock
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
    logTo,
  } = options
  const logger = openLogger(logLevel, logTo)
  const database = openDatabase(databaseUrl, undefined, undefined, (err) =>
    logger.warn({ err }, 'a database connection was lost'),
  )
  const keeper = openKeeper(database.pool, (err) => logger.error({ err }, 'the chain of the book could not be kept up'))
  const live = new Live(databaseUrl, database.pool, (err) => logger.warn({ err }, 'the live stream lost its line'))
  await live.listen()
  const judgements = openJudgements(
    database.db,
    clock,
    () => live.announceAreas(['lives', 'plan', 'printers']),
    (err) => logger.error({ err }, 'judgements could not be brought up to date'),
  )
  const services: Services = {
    database,
    clock,
    live,
    keeper,
    judgements,
    sessions: openSessions(database, clock),
    door: openDoor(
      database.pool,
      clock,
      (touched) => {
        live.announce(touched)
        if (touched.areas.size > 0) keeper.later()
      },
      (err, kind) => logger.error({ err, kind }, 'an action failed and was not recorded'),
    ),
    demo,
    siteUrl,
  }
  keeper.later()
  const server = createServer(createApp(services, { logger, webFolder, echo, trustProxy, metricsToken }))
  // A sender that dawdles must not hold a connection for ever: the whole of a request, photos and job files among them.
  server.headersTimeout = 15_000
  server.requestTimeout = 180_000
  await listen(server, host, port)
  const terminator = createHttpTerminator({ server, gracefulTerminationTimeout: patienceMs })
  return {
    url: ownAddress(host, (server.address() as AddressInfo).port),
    services,
    async close() {
      await live.close() // streams never end by themselves
      await terminator.terminate()
      await keeper.close()
      await judgements.close()
      await database.pool.end()
    },
  }
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
