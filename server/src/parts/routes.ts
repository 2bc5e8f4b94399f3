import { Router } from 'express'
import { requires, type Services } from '../platform/services.ts'
import { catalogue } from './catalogue.ts'

export function partRoutes(services: Services): Router {
  const router = Router()
  router.get('/parts', requires(services, 'read'), async (_request, response) => {
    response.json(await catalogue(services.database.db))
  })
  return router
}
