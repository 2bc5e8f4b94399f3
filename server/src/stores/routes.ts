import { Router } from 'express'
import { requires, type Services } from '../services/services.ts'
import { spools } from './spools.ts'

export function storesRoutes(services: Services): Router {
  const router = Router()
  router.get('/stores/spools', requires(services, 'read'), async (_request, response) => {
    response.json(await spools(services.database.db))
  })
  return router
}
