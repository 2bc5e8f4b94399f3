import { Router } from 'express'
import { freshFor, idFrom, requires, type Services } from '../services/services.ts'
import { lifePage, livesList } from './livesPages.ts'

export function livesRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/lives', requires(services, 'read'), async (request, response) => {
    await freshFor(services, request, 'judgement', 'everyone')
    response.json(await livesList(db))
  })
  router.get('/lives/:id', requires(services, 'read'), async (request, response) => {
    const id = idFrom(request, 'part type')
    await freshFor(services, request, 'judgement', [id])
    response.json(await lifePage(db, id, services.clock()))
  })
  return router
}
