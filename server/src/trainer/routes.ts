import { reads } from '@diatribon/contract'
import { Router } from 'express'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { practiceFleet } from './practiceFleet.ts'

export function trainerRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.practiceFleet, ({ db }) => practiceFleet(db))
  return router
}
