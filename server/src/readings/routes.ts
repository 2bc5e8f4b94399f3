import type { DriftingPage } from '@diatribon/contract'
import { Router } from 'express'
import { leastFresh } from '../kept/leastFresh.ts'
import { Refusal } from '../platform/refusal.ts'
import { freshFor, idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { dayIn } from '../platform/wallClock.ts'
import { drifting } from './drifting.ts'
import { readingKinds } from './kinds.ts'
import { pooledScatter } from './pooledScatter.ts'
import { judged, loadSeries } from './series.ts'

export function readingRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/readings/kinds', requires(services, 'read'), async (_request, response) => {
    response.json(await readingKinds(db))
  })
  router.get('/readings/drifting', requires(services, 'read'), async (request, response) => {
    const fresh = leastFresh(
      await freshFor(services, request, 'due', 'everyone'),
      await freshFor(services, request, 'drift', 'everyone'),
    )
    const today = dayIn(signedIn(request).site.timeZone)(services.clock())
    response.json({ readings: await drifting(db, today), fresh } satisfies DriftingPage)
  })
  router.get('/printers/:id/readings', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'printer')
    await freshFor(services, request, 'scatter', 'everyone')
    const series = (await loadSeries(db, [id], { kinds: await readingKinds(db), now: services.clock() })).get(id)
    if (!series) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    response.json(judged(series, await pooledScatter(db)))
  })
  return router
}
