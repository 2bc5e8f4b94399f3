import { Router } from 'express'
import { Refusal } from '../platform/refusal.ts'
import { idFrom, planningFor, requires, type Services } from '../platform/services.ts'
import { drifting, modelOf } from './drifting.ts'
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
    response.json(await drifting(await planningFor(services, request)))
  })
  router.get('/printers/:id/readings', requires(services, 'read'), async (request, response) => {
    const planning = await planningFor(services, request)
    const [of] = await modelOf(planning, idFrom(request, 'printer'))
    if (!of) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    let pooled = await pooledScatter(db)
    if (!pooled) {
      // Nobody has looked at the whole yet, or what was worked out has been emptied: a value is judged by everybody's scatter.
      await drifting(planning)
      pooled = await pooledScatter(db)
    }
    response.json(judged(await loadSeries(db, of, await readingKinds(db)), pooled ?? new Map()))
  })
  return router
}
