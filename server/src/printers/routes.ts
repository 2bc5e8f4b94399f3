import { Router } from 'express'
import { idFrom, planningFor, requires, type Services } from '../platform/services.ts'
import { floor } from './floor.ts'
import { printerPage } from './printerPage.ts'

export function printerRoutes(services: Services): Router {
  const router = Router()
  router.get('/printers', requires(services, 'read'), async (request, response) => {
    response.json(await floor(await planningFor(services, request)))
  })
  router.get('/printers/:id', requires(services, 'read'), async (request, response) => {
    response.json(await printerPage(await planningFor(services, request), idFrom(request, 'printer')))
  })
  return router
}
