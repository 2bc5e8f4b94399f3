import { Router } from 'express'
import { freshFor, idFrom, requires, type Services } from '../services/services.ts'
import { lifePage, livesList } from './livesPages.ts'
import { repairsPage } from './repairsPage.ts'
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
  router.get('/lives/repairs', requires(services, 'read'), async (_request, response) => {
    response.json(await repairsPage(db))
  })
  router.get('/lives/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'part type')
    await freshFor(services, request, 'judgement', [id])
    await freshFor(services, request, 'lifeCurves', [id])
    response.json(await lifePage(db, id))
  })
  return router
}
