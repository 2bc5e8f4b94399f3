import { Router } from 'express'
import { idFrom, requires, type Services } from '../services/services.ts'
import { catalogue } from './catalogue.ts'
import { models } from './models.ts'
import { usedParts } from './usedParts.ts'
import { allSlotKinds } from '../actions/writers/slotKinds.ts'

export function partRoutes(services: Services): Router {
  const { db } = services.database
  const router = Router()
  router.get('/parts', requires(services, 'read'), async (_request, response) => {
    response.json(await catalogue(db))
  })
  router.get('/parts/models', requires(services, 'read'), async (_request, response) => {
    response.json(await models(db))
  })
  router.get('/parts/slot-kinds', requires(services, 'read'), async (_request, response) => {
    response.json(await allSlotKinds(db))
  })
  router.get('/parts/:id/used', requires(services, 'read'), async (request, response) => {
    response.json(await usedParts(db, idFrom(request, 'part type'), services.clock()))
  })
  return router
}
