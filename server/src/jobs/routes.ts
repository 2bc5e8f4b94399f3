import { Router } from 'express'
import { reads, preflightSchema, type PreflightRequest } from '@diatribon/contract'
import { eq } from 'drizzle-orm'
import { checked, Refusal } from '../platform/refusal.ts'
import { freshFor, requires, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { printer, printerModel } from '../platform/tables.ts'
import { ownLimits, withOwn } from '../rules/ownLimits.ts'
import { materials } from './materials.ts'
import { preflightAll } from './preflightPage.ts'
import { readUpload } from './readUpload.ts'

/** What the time of a job is reckoned with when no printer was named. Common practice, no source. */
const usualMotion = { accelerationMmPerS2: 1000, maxSpeedMmPerS: 150, filamentMm: 1.75 }

export function jobRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  const serve = readsOn(services, router)

  router.post('/jobs/read', requires(services, 'send actions'), async (request, response) => {
    if (request.is('application/json'))
      throw new Refusal(400, 'bad-input', 'Send the job file itself as the body, as application/octet-stream.')
    const figures = await readUpload(request, await motionOf(request.query.printer))
    response.json({ ...figures, firstLayer: [...figures.firstLayer] })
  })

  serve(reads.materials, ({ db }) => materials(db))
  router.post('/jobs/preflight', requires(services, 'send actions'), async (request, response) => {
    const asked = checked<PreflightRequest>(preflightSchema, request.body)
    await freshFor(services, request, 'due', 'everyone')
    response.json(await preflightAll(db, asked, services.clock()))
  })

  async function motionOf(printerId: unknown) {
    if (printerId === undefined) return usualMotion
    const [row] = /^[0-9a-f-]{36}$/.test(String(printerId))
      ? await db
          .select({ limits: printerModel.limits })
          .from(printer)
          .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
          .where(eq(printer.id, String(printerId)))
      : []
    if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    const own = (await ownLimits(db, [String(printerId)], services.clock())).get(String(printerId))
    return withOwn(row.limits ?? usualMotion, own)
  }

  return router
}
