import { Router } from 'express'
import { requires, signedIn, type Services } from '../services/services.ts'
import { libraryOffer } from './offer.ts'

export function libraryRoutes(services: Services): Router {
  const router = Router()
  router.get('/library', requires(services, 'read'), async (request, response) => {
    response.json(await libraryOffer(services.database.db, signedIn(request).site.id))
  })
  return router
}
