import { reads } from '@diatribon/contract'
import { Router } from 'express'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { catalogue } from './catalogue.ts'
import { models } from './models.ts'
import { usedParts } from './usedParts.ts'
import { allSlotKinds } from '../actions/pieces/slotKinds.ts'

export function partRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.partTypes, ({ db }) => catalogue(db))
  serve(reads.models, ({ db }) => models(db))
  serve(reads.slotKinds, ({ db }) => allSlotKinds(db))
  serve(reads.usedParts, ({ now, id, db }) => usedParts(db, id, now))
  return router
}
