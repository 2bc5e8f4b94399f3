import { Router } from 'express'
import { reads } from '@diatribon/contract'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { candidatesOf, standingRules, upgradePage, upgradesPage } from './pages.ts'

export function upgradesRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.upgrades, async ({ fresh, db }) => ({ fresh, ...(await upgradesPage(db)) }))
  serve(reads.standingRules, ({ db }) => standingRules(db))
  serve(reads.candidates, ({ id, db }) => candidatesOf(db, id))
  serve(reads.upgrade, ({ id, db }) => upgradePage(db, id))
  return router
}
