import { Router } from 'express'
import { planningFor, requires, type Services } from '../platform/services.ts'
import { round } from './round.ts'

export function planRoutes(services: Services): Router {
  const router = Router()
  router.get('/plan/round', requires(services, 'read'), async (request, response) => {
    response.json(await round(await planningFor(services, request)))
  })
  return router
}
