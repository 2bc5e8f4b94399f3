import { Router } from 'express'
import { printer } from '../platform/tables.ts'
import { eq } from 'drizzle-orm'
import { Refusal } from '../platform/refusal.ts'
import type { Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { reads } from '@diatribon/contract'
import { faultPage } from './faultPage.ts'
import { knowledge } from './knowledge.ts'
import { allOpenFaults, madeDuties } from './openFaults.ts'
import { returnToService } from '../rules/returnToService.ts'

export function faultRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.openFaults, ({ db }) => allOpenFaults(db))
  serve(reads.knowledge, ({ db }) => knowledge(db))
  serve(reads.promises, ({ db }) => madeDuties(db, { promises: true }))
  serve(reads.fault, ({ reader, now, id, db }) => faultPage(db, id, { reader, now }))
  serve(reads.returnToService, async ({ reader, now, id, db }) => {
    const [row] = await db.select().from(printer).where(eq(printer.id, id))
    if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    return await returnToService(db, row, now, reader)
  })
  return router
}
