import { dayMs } from '@diatribon/core'
import { Router } from 'express'
import { printer } from '../platform/tables.ts'
import { eq } from 'drizzle-orm'
import { dayFrom } from '../platform/moments.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { calendarOf, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { reads, zonedMoment } from '@diatribon/contract'
import { dayIn } from '../platform/wallClock.ts'
import { downtimePage } from './downtimePage.ts'
import { faultPage } from './faultPage.ts'
import { knowledge } from './knowledge.ts'
import { allOpenFaults, madeDuties } from './openFaults.ts'
import { returnToService } from '../rules/returnToService.ts'

const usualDays = 365

export function faultRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.openFaults, ({ db }) => allOpenFaults(db))
  serve(reads.knowledge, ({ db }) => knowledge(db))
  serve(reads.promises, ({ db }) => madeDuties(db, { promises: true }))
  serve(reads.downtime, async ({ request, now, db }) => {
    const { timeZone } = calendarOf(signedIn(request))
    const today = dayIn(timeZone)(now)
    const day = (field: 'from' | 'until', usual: string, plus: number) => {
      const asked = request.query[field] === undefined ? usual : String(request.query[field])
      return new Date(zonedMoment(timeZone, Date.parse(dayFrom(asked, field)) + plus * dayMs))
    }
    const from = day('from', new Date(Date.parse(today) - usualDays * dayMs).toISOString().slice(0, 10), 0)
    const until = new Date(Math.min(day('until', today, 1).getTime(), now.getTime()))
    if (from >= until) throw badInput('from', 'The beginning must lie before the end, and before now.')
    return await downtimePage(db, from, until)
  })
  serve(reads.fault, ({ reader, now, id, db }) => faultPage(db, id, { reader, now }))
  serve(reads.returnToService, async ({ reader, now, id, db }) => {
    const [row] = await db.select().from(printer).where(eq(printer.id, id))
    if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    return await returnToService(db, row, now, reader)
  })
  return router
}
