import { Router } from 'express'
import { idFrom, requires, type Services } from '../platform/services.ts'
import { lifePage, livesList } from './livesPages.ts'

export function livesRoutes(services: Services): Router {
  const { database, judgements } = services
  const router = Router()
  router.get('/lives', requires(services, 'read'), async (_request, response) => {
    response.json(await livesList(database.db, judgements))
  })
  router.get('/lives/:id', requires(services, 'read'), async (request, response) => {
    response.json(await lifePage(database.db, judgements, idFrom(request, 'part type'), services.clock()))
  })
  return router
}
