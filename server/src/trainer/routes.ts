import { Router } from 'express'
import { freshFor, requires, type Services } from '../services/services.ts'
import { practiceFleet } from './practiceFleet.ts'

export function trainerRoutes(services: Services): Router {
  const router = Router()
  router.get('/trainer/fleet', requires(services, 'read'), async (request, response) => {
    await freshFor(services, request, 'forecast', 'everyone')
    response.json(await practiceFleet(services.database.db))
  })
  return router
}
