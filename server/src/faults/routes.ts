import { dayMs } from '@diatribon/core'
import { Router } from 'express'
import { printer } from '../platform/tables.ts'
import { eq } from 'drizzle-orm'
import { dayFrom } from '../platform/moments.ts'
import { badInput, Refusal } from '../platform/refusal.ts'
import { calendarOf, idFrom, requires, signedIn, type Services } from '../services/services.ts'
import { zonedMoment } from '@diatribon/contract'
import { dayIn } from '../platform/wallClock.ts'
import { downtimePage } from './downtimePage.ts'
import { faultPage } from './faultPage.ts'
import { knowledge } from './knowledge.ts'
import { allOpenFaults, madeDuties } from './openFaults.ts'
import { returnToService } from '../rules/returnToService.ts'

const usualDays = 365

export function faultRoutes(services: Services): Router {
  const { database, clock } = services
  const { db } = database
  const router = Router()
  router.get('/faults', requires(services, 'read'), async (_request, response) => {
    response.json(await allOpenFaults(db))
  })
  router.get('/faults/knowledge', requires(services, 'read'), async (_request, response) => {
    response.json(await knowledge(db))
  })
  router.get('/faults/promises', requires(services, 'read'), async (_request, response) => {
    response.json(await madeDuties(db, { promises: true }))
  })
  router.get('/faults/downtime', requires(services, 'read'), async (request, response) => {
    const { timeZone } = calendarOf(signedIn(request))
    const today = dayIn(timeZone)(clock())
    const day = (field: 'from' | 'until', usual: string, plus: number) => {
      const asked = request.query[field] === undefined ? usual : String(request.query[field])
      return new Date(zonedMoment(timeZone, Date.parse(dayFrom(asked, field)) + plus * dayMs))
    }
    const from = day('from', new Date(Date.parse(today) - usualDays * dayMs).toISOString().slice(0, 10), 0)
    const until = new Date(Math.min(day('until', today, 1).getTime(), clock().getTime()))
    if (from >= until) throw badInput('from', 'The beginning must lie before the end, and before now.')
    response.json(await downtimePage(db, from, until))
  })
  router.get('/faults/:id', requires(services, 'read'), async (request, response) => {
    const { person } = signedIn(request)
    response.json(await faultPage(db, idFrom(request, 'fault'), { reader: person, now: clock() }))
  })
  router.get('/printers/:id/return', requires(services, 'read'), async (request, response) => {
    const [row] = await db
      .select()
      .from(printer)
      .where(eq(printer.id, idFrom(request, 'printer')))
    if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
    response.json(await returnToService(db, row, clock(), signedIn(request).person))
  })
  return router
}
