import { addDays, reads, zonedMoment } from '@diatribon/contract'
import { dayMs } from '@diatribon/core'
import { Router } from 'express'
import { dayFrom } from '../platform/moments.ts'
import { badInput } from '../platform/refusal.ts'
import { dayIn } from '../platform/wallClock.ts'
import { readsOn } from '../services/serveRead.ts'
import { calendarOf, signedIn, type Services } from '../services/services.ts'
import { downtimePage } from './downtimePage.ts'

const usualDays = 365

export function timeDownRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.downtime, async ({ request, now, db }) => {
    const { timeZone } = calendarOf(signedIn(request))
    const today = dayIn(timeZone)(now)
    const day = (field: 'from' | 'until', usual: string, plus: number) => {
      const asked = request.query[field] === undefined ? usual : String(request.query[field])
      return new Date(zonedMoment(timeZone, Date.parse(dayFrom(asked, field)) + plus * dayMs))
    }
    const from = day('from', addDays(today, -usualDays), 0)
    const until = new Date(Math.min(day('until', today, 1).getTime(), now.getTime()))
    if (from >= until) throw badInput('from', 'The beginning must lie before the end, and before now.')
    return await downtimePage(db, from, until)
  })
  return router
}
