import { reads } from '@diatribon/contract'
import { Router } from 'express'
import { Refusal } from '../platform/refusal.ts'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { readingKinds } from './kinds.ts'
import { pooledScatter } from './pooledScatter.ts'
import { judged, loadSeries } from './series.ts'

export function readingRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.readingKinds, ({ db }) => readingKinds(db))
  serve(reads.series, async ({ now, id, db }) => {
    const series = (await loadSeries(db, [id], { kinds: await readingKinds(db), now })).get(id)
    if (!series) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    return judged(series, await pooledScatter(db))
  })
  return router
}
