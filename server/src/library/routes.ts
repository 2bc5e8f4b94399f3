import { reads } from '@diatribon/contract'
import { Router } from 'express'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { libraryOffer } from './offer.ts'

export function libraryRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.library, ({ site, db }) => libraryOffer(db, site.id))
  return router
}
