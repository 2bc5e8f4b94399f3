import { Router } from 'express'
import { freshFor, requires, type Services } from '../services/services.ts'
import { round } from './round.ts'

export function planRoutes(services: Services): Router {
  const router = Router()
  router.get('/plan/round', requires(services, 'read'), async (request, response) => {
    const { where } = request.query
    const fresh = await freshFor(services, request, 'due', 'everyone')
    response.json(await round(services.database.db, typeof where === 'string' ? where : null, fresh))
  })
  return router
}
