import { reads } from '@diatribon/contract'
import { Router } from 'express'
import { dayIn } from '../platform/wallClock.ts'
import { readsOn } from '../services/serveRead.ts'
import type { Services } from '../services/services.ts'
import { drifting } from './drifting.ts'

export function driftingRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.drifting, async ({ site, now, fresh, db }) => {
    const today = dayIn(site.timeZone)(now)
    return { readings: await drifting(db, today), fresh }
  })
  return router
}
