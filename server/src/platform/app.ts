import compression from 'compression'
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client'
import { actionRoutes } from '../actions/routes.ts'
import { attachmentRoutes } from '../attachments/routes.ts'
import { benchRoutes } from '../bench/routes.ts'
import { checkRoutes } from '../checks/routes.ts'
import { livesRoutes } from '../lives/routes.ts'
import { logbookRoutes } from '../logbook/routes.ts'
import { exchangeRoutes } from '../exchange/routes.ts'
import { deviceRoutes } from '../people/devices.ts'
import { shortAddressRoutes } from '../reports/shortAddress.ts'
import { reportRoutes } from '../reports/routes.ts'
import { jobRoutes } from '../jobs/routes.ts'
import { storesRoutes } from '../stores/routes.ts'
import { partRoutes } from '../parts/routes.ts'
import { peopleRoutes } from '../people/routes.ts'
import { planRoutes } from '../plan/routes.ts'
import { printerRoutes } from '../printers/routes.ts'
import { readingRoutes } from '../readings/routes.ts'
import { openApi, openApiPage } from './openApi.ts'
import { Refusal } from './refusal.ts'
import { faultRoutes } from '../faults/routes.ts'
import { labelRoutes } from '../faults/labelRoutes.ts'
import { presenceRoutes } from '../people/presence.ts'
import { requires, type Services } from './services.ts'

export interface AppOptions {
  logger: Logger
  /** Folder of the built web application; null when only the interface for programs is served. */
  webFolder: string | null
  /** Adds a route that only parses and answers, as the yardstick of the bench. */
  echo?: boolean
}

/** The whole HTTP side of one server process. */
export function createApp(services: Services, { logger, webFolder, echo = false }: AppOptions): Express {
  const app = express()
  app.disable('x-powered-by')
  app.disable('etag')
  app.use(pinoHttp({ logger, autoLogging: false, customLogLevel: () => 'debug' }))
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
  const metrics = openMetrics(services)
  app.use(metrics.measure)
  // A photo comes as it is; everything else is JSON of at most 1 MB.
  const json = express.json({ limit: '1mb' })
  app.use('/api', (request, response, next) =>
    request.path === '/attachments' ? next() : json(request, response, next),
  )
  if (echo) app.post('/api/bench-echo', (request, response) => void response.status(201).json(request.body))
  app.use('/api', sameOrigin)
  app.use(compression())

  const api = express.Router()
  api.use(peopleRoutes(services))
  api.use(actionRoutes(services))
  api.use(printerRoutes(services))
  api.use(faultRoutes(services))
  api.use(labelRoutes(services))
  api.use(presenceRoutes(services))
  api.use(checkRoutes(services))
  api.use(readingRoutes(services))
  api.use(planRoutes(services))
  api.use(partRoutes(services))
  api.use(livesRoutes(services))
  api.use(logbookRoutes(services))
  api.use(benchRoutes(services))
  api.use(deviceRoutes(services))
  api.use(exchangeRoutes(services))
  api.use(reportRoutes(services))
  api.use(jobRoutes(services))
  api.use(storesRoutes(services))
  api.use(attachmentRoutes(services))
  api.get('/live', requires(services, 'read'), (request, response) => {
    services.live.join(response, request.headers['last-event-id'] !== undefined)
  })
  api.get('/health', async (_request, response) => {
    const healthy = await services.database.pool.query('SELECT 1').then(
      () => true,
      () => false,
    )
    response.status(healthy ? 200 : 503).json({ healthy })
  })
  api.get('/openapi.json', (_request, response) => void response.json(openApi()))
  api.get('/docs', (_request, response) => void response.type('html').send(openApiPage()))
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

/** Files with a hash in their name never change; the page itself is asked for anew each time. */
function serveWeb(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(`${folder}/assets`, { immutable: true, maxAge: '365d', index: false, fallthrough: false }),
  )
  app.use(express.static(folder, { index: false, maxAge: 0 }))
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

function openMetrics({ live }: Services) {
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
  const show: RequestHandler = async (_request, response) => {
    response.type('text/plain').send(`${await registry.metrics()}\n# open pages: ${live.openPages}\n`)
  }
  return { measure, show }
}

const errors: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) return next(error)
  // What the sender has not finished sending cannot be followed by another request on the same line.
  if (!request.complete) response.setHeader('connection', 'close')
  const refusal = refusalFor(error)
  if (refusal) {
    if (refusal.status === 429) response.setHeader('retry-after', /\d+/.exec(refusal.message)?.[0] ?? '60')
    response.status(refusal.status).json(refusal.body)
    return
  }
  request.log.error({ error, method: request.method, url: request.url }, 'request failed')
  response.status(500).json({
    error: {
      code: 'failed',
      message: 'Something went wrong on the server; nothing was changed. Try again, and tell the lead if it stays.',
    },
  })
}

function refusalFor(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error
  const { type, status } = error as { type?: string; status?: number }
  if (type === 'entity.parse.failed') return new Refusal(400, 'bad-json', 'The request is not valid JSON.')
  if (type === 'entity.too.large')
    return new Refusal(413, 'too-large', 'The request is too large: 1 MB for actions, 20 MB for a photo.')
  if (status === 404) return new Refusal(404, 'not-there', 'There is nothing at this address.')
  if (status && status >= 400 && status < 500) return new Refusal(400, 'bad-request', 'The request cannot be read.')
  return null
}
