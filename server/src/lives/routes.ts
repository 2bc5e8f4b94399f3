import { Router } from 'express'
import type { LifePage, RepairsPage } from '@diatribon/contract'
import { leastFresh } from '../kept/leastFresh.ts'
import { openWorker } from '../platform/worker.ts'
import { freshFor, idFrom, requires, type Services } from '../services/services.ts'
import { lifePage, livesList } from './livesPages.ts'
import { repairsPage } from './repairsPage.ts'
import type { WatchedPrinter } from './repairsSums.ts'
import { scorePage } from './scorePage.ts'

export function livesRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/lives', requires(services, 'read'), async (request, response) => {
    const { waiting } = await freshFor(services, request, 'judgement', 'everyone')
    // On a slow machine the very first time takes longer than a page usually waits: half a list would look like a whole one.
    if (waiting > 0) await freshFor(services, request, 'judgement', 'everyone')
    response.json(await livesList(db))
  })
  router.get('/lives/score', requires(services, 'read'), async (request, response) => {
    const fresh = await freshFor(services, request, 'score', 'everyone')
    response.json(await scorePage(db, fresh))
  })
  const worker = openWorker(import.meta.url, 'repairsWorker', { idleTimeout: 60_000 })
  router.get('/lives/repairs', requires(services, 'read'), async (request, response) => {
    const fresh = await freshFor(services, request, 'repairs', 'everyone')
    const beside = (watched: WatchedPrinter[]) => worker.run(watched) as Promise<Omit<RepairsPage, 'fresh'>>
    response.json(await repairsPage(db, fresh, beside))
  })
  router.get('/lives/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'part type')
    const fresh = leastFresh(
      await freshFor(services, request, 'judgement', [id]),
      await freshFor(services, request, 'lifeCurves', [id]),
    )
    response.json({ fresh, ...(await lifePage(db, id, services.clock())) } satisfies LifePage)
  })
  return router
}
