import { given } from '@diatribon/core'
import { randomUUID } from 'node:crypto'
import compression from 'compression'
import expressStaticGzip from 'express-static-gzip'
import express, { type ErrorRequestHandler, type Express, type Request, type RequestHandler } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client'
import { actionRoutes } from './actionRoutes.ts'
import { attachmentRoutes } from '../attachments/routes.ts'
import { benchRoutes } from '../bench/routes.ts'
import { checkRoutes } from '../checks/routes.ts'
import { livesRoutes } from '../lives/routes.ts'
import { driftingRoutes } from '../drifting/routes.ts'
import { handoverRoutes } from '../handover/routes.ts'
import { logbookRoutes } from '../logbook/routes.ts'
import { timeDownRoutes } from '../timeDown/routes.ts'
import { exchangeRoutes } from '../exchange/routes.ts'
import { deviceRoutes } from '../people/devices.ts'
import { shortAddressRoutes } from '../services/shortAddress.ts'
import { costRoutes } from '../costs/routes.ts'
import { reportRoutes } from '../reports/routes.ts'
import { jobRoutes } from '../jobs/routes.ts'
import { upgradesRoutes } from '../upgrades/routes.ts'
import { storesRoutes } from '../stores/routes.ts'
import { mailRoutes } from '../mail/routes.ts'
import { trainerRoutes } from '../trainer/routes.ts'
import { partRoutes } from '../parts/routes.ts'
import { libraryRoutes } from '../library/routes.ts'
import { peopleRoutes } from '../people/routes.ts'
import { planRoutes } from '../plan/routes.ts'
import { printerRoutes } from '../printers/routes.ts'
import { readingRoutes } from '../readings/routes.ts'
import { openApi, openApiPage, type AnswerSchemas } from './openApi.ts'
import { Refusal } from '../platform/refusal.ts'
import { faultRoutes } from '../faults/routes.ts'
import { labelRoutes } from '../faults/labelRoutes.ts'
import { presenceRoutes } from '../people/presence.ts'
import { isLost, lossInWords } from '../platform/loss.ts'
import { requires, whoIs, type Services } from '../services/services.ts'
import type { Live } from './live.ts'
import { yardsticks } from './yardsticks.ts'

/** As Express takes it: how many proxies, or their addresses. */
export type TrustProxy = boolean | number | string

export interface AppOptions {
  logger: Logger
  /** Proxies in front that may say where a request came from: Express's `trust proxy`; none unless said. */
  trustProxy?: TrustProxy
  /** With this token the figures may be read from other machines; without, by this machine alone. */
  metricsToken?: string
  /** Folder of the built web application; null when only the interface for programs is served. */
  webFolder: string | null
  /** What the declared reads answer, for the description of the interface; empty when it was not made. */
  answers?: AnswerSchemas
  /** Adds the yardsticks of the bench. */
  echo?: boolean
}

/** The whole HTTP side of one server process. */
export function createApp(services: Services, live: Live, options: AppOptions): Express {
  const { logger, webFolder, echo = false, trustProxy = false, metricsToken, answers } = options
  const app = express()
  app.disable('x-powered-by')
  app.set('etag', 'weak')
  app.set('trust proxy', trustProxy)
  app.use(
    pinoHttp({
      logger,
      autoLogging: false,
      genReqId: () => randomUUID(),
      // Headers hold cookies and tokens, queries may hold what somebody typed: neither belongs in a log.
      serializers: {
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({ id, method, path: pathOf(url) }),
        res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      },
      wrapSerializers: true,
    }),
  )
  app.use((request, response, next) => {
    response.setHeader('x-request-id', String(request.id))
    next()
  })
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"], // Mantine sets inline styles
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false, // served on loopback over plain HTTP; a proxy in front adds its own
    }),
  )
  const metrics = openMetrics(live, metricsToken)
  app.use(metrics.measure)
  // A photo or a file comes as it is; everything else is JSON of at most 1 MB.
  const json = express.json({ limit: '1mb' })
  app.use('/api', privately)
  app.use('/api', (request, response, next) =>
    request.path.startsWith('/attachments') ? next() : hurry(request, response, () => json(request, response, next)),
  )
  if (echo) app.use(yardsticks(services))
  app.use('/api', sameOrigin)
  app.use(compression())

  const api = express.Router()
  api.use(peopleRoutes(services))
  api.use(actionRoutes(services))
  api.use(printerRoutes(services))
  api.use(timeDownRoutes(services))
  api.use(faultRoutes(services))
  api.use(labelRoutes(services))
  api.use(presenceRoutes(services))
  api.use(checkRoutes(services))
  api.use(driftingRoutes(services))
  api.use(readingRoutes(services))
  api.use(planRoutes(services))
  api.use(partRoutes(services))
  api.use(libraryRoutes(services))
  api.use(livesRoutes(services))
  api.use(handoverRoutes(services))
  api.use(logbookRoutes(services))
  api.use(benchRoutes(services))
  api.use(deviceRoutes(services))
  api.use(exchangeRoutes(services))
  api.use(costRoutes(services))
  api.use(reportRoutes(services))
  api.use(jobRoutes(services))
  api.use(storesRoutes(services))
  api.use(upgradesRoutes(services))
  api.use(trainerRoutes(services))
  api.use(mailRoutes(services))
  api.use(attachmentRoutes(services))
  api.get('/live', requires(services, 'read'), (request, response) => {
    if (request.method === 'HEAD') return void response.type('text/event-stream').end()
    live.join(response, {
      missed: request.headers['last-event-id'] !== undefined,
      isStillIn: async () => (await whoIs(services, request)) !== null,
    })
  })
  api.get('/health', async (request, response) => {
    const problem = await whatIsWrong(services.database.pool, (err) =>
      // Where it is stands in the log alone: whoever asks for the health need not know.
      request.log.warn(
        { err, database: placeOf(services.database.url) },
        'writing to the database was tried and failed',
      ),
    )
    if (problem) return void response.status(503).json({ healthy: false, problem })
    response.json({ healthy: true })
  })
  const schemas = answers ?? { answers: {}, definitions: {} }
  api.get('/openapi.json', (_request, response) => void response.json(openApi(schemas)))
  api.get('/docs', (_request, response) => void response.type('html').send(openApiPage(schemas)))
  api.use(() => {
    throw new Refusal(404, 'not-there', 'There is nothing at this address. /api/docs lists what there is.')
  })
  app.use('/api', api)
  app.get('/metrics', metrics.show)
  app.use(shortAddressRoutes(services.database.db))
  if (webFolder) serveWeb(app, webFolder)
  app.use(errors)
  return app
}

/** Files with a hash in their name never change; the page itself is asked for anew each time. Both lie there compressed. */
function serveWeb(app: Express, folder: string): void {
  const compressed = { enableBrotli: true, orderPreference: ['br'], index: false }
  app.use(
    '/assets',
    expressStaticGzip(`${folder}/assets`, {
      ...compressed,
      serveStatic: { immutable: true, maxAge: '365d', fallthrough: false },
    }),
  )
  app.use(expressStaticGzip(folder, { ...compressed, serveStatic: { maxAge: 0 } }))
  app.get('/{*any}', (_request, response) => {
    response.setHeader('cache-control', 'no-cache')
    response.sendFile('index.html', { root: folder })
  })
}

/** Writes come from our own pages or from programs, never from a page of another site. */
const sameOrigin: RequestHandler = (request, _response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next()
  const { origin, host } = request.headers
  const site = request.headers['sec-fetch-site']
  if ((origin && hostOf(origin) !== host) || (site && site !== 'same-origin' && site !== 'none'))
    throw new Refusal(403, 'other-origin', 'This request came from a page of another site and was refused.')
  next()
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}

function openMetrics(live: Live, token?: string) {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry })
  const seconds = new Histogram({
    name: 'diatribon_http_seconds',
    help: 'Time to answer, by method and status',
    labelNames: ['method', 'status'],
    buckets: [0.002, 0.01, 0.05, 0.2, 1, 5],
    registers: [registry],
  })
  const measure: RequestHandler = (request, response, next) => {
    const started = process.hrtime.bigint()
    response.on('finish', () => {
      const took = Number(process.hrtime.bigint() - started) / 1e9
      seconds.labels(request.method, String(response.statusCode)).observe(took)
    })
    next()
  }
  const show: RequestHandler = async (request, response) => {
    const bearer = /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1]
    if (token ? bearer !== token : !isThisMachine(request))
      throw new Refusal(
        403,
        'no-right',
        'These figures are for this machine itself. Set METRICS_TOKEN and send it as a bearer token to read them from elsewhere.',
      )
    response.type('text/plain').send(`${await registry.metrics()}\n# open pages: ${live.openPages}\n`)
  }
  return { measure, show }
}

/** What the answers hold is for whoever asked, and for no cache on the way. */
const privately: RequestHandler = (_request, response, next) => {
  response.setHeader('cache-control', 'private, no-store')
  next()
}

/** A body of at most 1 MB that has not come by then will not come. */
const bodyPatienceMs = 20_000
const hurry: RequestHandler = (request, response, next) => {
  if (!request.is('application/json')) return next()
  const timer = setTimeout(() => {
    if (request.complete || response.headersSent) return
    response.setHeader('connection', 'close')
    response.status(408).json(new Refusal(408, 'too-slow', 'The request did not arrive in time. Send it again.').body)
    request.destroy()
  }, bodyPatienceMs)
  request.once('end', () => clearTimeout(timer))
  request.once('close', () => clearTimeout(timer))
  next()
}

/** Whether a request comes from this machine, and not through a proxy that we do not trust to say from where. */
function isThisMachine(request: Request): boolean {
  const forwarded = request.headers['x-forwarded-for'] !== undefined && !request.app.get('trust proxy')
  return !forwarded && /^(::1|(::ffff:)?127\.)/.test(request.ip ?? '')
}

const placeOf = (databaseUrl: string) => {
  const { hostname, port, pathname } = new URL(databaseUrl)
  return `${hostname}:${port || '5432'}${pathname}`
}

/** In one sentence for whoever watches, with what was tried; null when all is well. */
async function whatIsWrong(pool: Services['database']['pool'], tell: (error: unknown) => void): Promise<string | null> {
  try {
    // Written, not only read: a full disk lets everything be read.
    await pool.query(`SELECT pg_logical_emit_message(true, 'diatribon', 'health')`)
    return null
  } catch (error) {
    tell(error)
    return `${lossInWords(error)} Tried: to write to the database.`
  }
}

const pathOf = (url: string) => given(url.split('?', 1)[0])

const errors: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    request.log.error({ err: error, path: pathOf(request.originalUrl) }, 'request failed when its answer had begun')
    return next(error)
  }
  // What the sender has not finished sending cannot be followed by another request on the same line.
  if (!request.complete) response.setHeader('connection', 'close')
  const refusal = refusalFor(error)
  if (refusal) {
    if (refusal.retryAfterSeconds) response.setHeader('retry-after', String(refusal.retryAfterSeconds))
    response.status(refusal.status).json(refusal.body)
    return
  }
  request.log.error({ err: error, method: request.method, path: pathOf(request.originalUrl) }, 'request failed')
  const wrote = request.method !== 'GET' && request.method !== 'HEAD'
  const lost = isLost(error)
  response.status(lost ? 503 : 500).json({
    error: {
      code: 'failed',
      message:
        (lost ? lossInWords(error) : 'Something went wrong on the server.') +
        (wrote
          ? ' It is not known yet whether this was recorded: send it again, it is recorded only once.'
          : ' Try again, and tell the lead if it stays.') +
        ` (Request ${String(request.id).slice(0, 8)})`,
    },
  })
}

function refusalFor(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error
  const { type, status } = error as { type?: string; status?: number }
  if (type === 'entity.parse.failed') return new Refusal(400, 'bad-json', 'The request is not valid JSON.')
  if (type === 'entity.too.large')
    return new Refusal(413, 'too-large', 'The request is too large: 1 MB for actions, 20 MB for a photo or a file.')
  if (status === 404) return new Refusal(404, 'not-there', 'There is nothing at this address.')
  if (status && status >= 400 && status < 500) return new Refusal(400, 'bad-request', 'The request cannot be read.')
  return null
}
