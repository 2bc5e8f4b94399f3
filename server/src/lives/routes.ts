import { Router } from 'express'
import { reads, type RepairsPage } from '@diatribon/contract'
import { openWorker } from '../platform/worker.ts'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { lifePage, livesList } from './livesPages.ts'
import { repairsPage } from './repairsPage.ts'
import type { WatchedPrinter } from './repairsSums.ts'
import { scorePage } from './scorePage.ts'

export function livesRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.lives, async ({ fresh, db }) => ({ fresh, lives: await livesList(db) }))
  serve(reads.score, ({ fresh, db }) => scorePage(db, fresh))
  const worker = openWorker(import.meta.url, 'repairsWorker', { idleTimeout: 60_000 })
  const beside = (watched: WatchedPrinter[]) => worker.run(watched) as Promise<Omit<RepairsPage, 'fresh'>>
  serve(reads.repairs, ({ fresh, db }) => repairsPage(db, fresh, beside))
  serve(reads.life, async ({ now, id, fresh, db }) => ({ fresh, ...(await lifePage(db, id, now)) }))
  return router
}
