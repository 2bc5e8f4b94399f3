import { Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import Joi from 'joi'
import { reads, priceSchema, type NewCalendarFeed, type PriceRequest } from '@diatribon/contract'
import { checked, Refusal } from '../platform/refusal.ts'
import { dayIn } from '../platform/wallClock.ts'
import { addressOf, requires, signedIn, type Services } from '../services/services.ts'
import { readsOn } from '../services/serveRead.ts'
import { calendarOf, feedOwner, feedSince, makeFeed, revokeFeed } from './calendarFeed.ts'
import { longJob } from './longJob.ts'
import { fortnightPage, priceMove } from './fortnightPage.ts'
import { sendPdf } from '../platform/pdf.ts'
import { weekSheet } from './weekSheet.ts'
import { round } from './round.ts'
import { planNow, stopSolving } from './sitePlan.ts'

/** Guessing keys is slow; calendar programs ask once an hour. */
const feedBrake = rateLimit({
  windowMs: 60_000,
  limit: 60,
  standardHeaders: 'draft-8',
  legacyHeaders: false,
  handler: () => {
    throw new Refusal(429, 'slowed-down', 'This calendar is asked for too often. Wait a minute.', undefined, 60)
  },
})
const longJobQuery = Joi.object({ hours: Joi.number().greater(0).max(1000).required() })

export function planRoutes(services: Services): Router {
  const router = Router()
  const serve = readsOn(services, router)
  serve(reads.round, async ({ request, site, now, fresh, db }) => {
    const { where } = request.query
    const today = dayIn(site.timeZone)(now)
    const place = typeof where === 'string' ? where : null
    return round(db, { where: place, fresh, today, now })
  })
  const planHere = (personId: string) => planNow(services, personId)
  serve(reads.fortnight, async ({ reader, db }) => fortnightPage(db, await planHere(reader.id)))
  serve(reads.today, async ({ reader, db }) => {
    const { fresh, days, visits } = await fortnightPage(db, await planHere(reader.id))
    const day = days[0] ?? null
    return { fresh, day, visits: visits.filter((visit) => visit.day === day?.day) }
  })
  router.post('/plan/stop', requires(services, 'plan the work'), async (_request, response) => {
    await stopSolving(services.database.db)
    response.status(204).end()
  })
  router.get('/plan/week-sheet', requires(services, 'read'), async (request, response) => {
    const { person, site } = signedIn(request)
    const page = await fortnightPage(services.database.db, await planHere(person.id))
    const from = page.days[0]?.day ?? ''
    sendPdf(response, weekSheet({ site, page, from }), `week-${from}.pdf`)
  })
  serve(reads.longJob, async ({ request, fresh, db }) => {
    const { hours } = checked<{ hours: number }>(longJobQuery, request.query)
    return { fresh, ...(await longJob(db, hours)) }
  })
  serve(reads.calendarFeed, async ({ reader, db }) => {
    const since = await feedSince(db, reader.id)
    return { since: since?.toISOString() ?? null }
  })
  router.post('/plan/calendar', requires(services, 'read'), async (request, response) => {
    const key = await makeFeed(services.database.db, signedIn(request).person.id, services.clock())
    const address = addressOf(services, request) ?? `${request.protocol}://${request.headers.host ?? ''}`
    response.status(201).json({ url: `${address}/api/calendar.ics?key=${key}` } satisfies NewCalendarFeed)
  })
  router.delete('/plan/calendar', requires(services, 'read'), async (request, response) => {
    await revokeFeed(services.database.db, signedIn(request).person.id)
    response.status(204).end()
  })
  // Calendar programs do not sign in: whoever has the key may read what its owner has to do.
  router.get('/calendar.ics', feedBrake, async (request, response) => {
    const { key } = request.query
    const owner = typeof key === 'string' ? await feedOwner(services.database.db, key) : null
    if (!owner)
      throw new Refusal(
        404,
        'not-there',
        'There is no calendar at this address. It may have been revoked: make a new one.',
      )
    const address = services.siteUrl ?? `${request.protocol}://${request.headers.host ?? ''}`
    const text = await calendarOf(services.database.db, await planHere(owner.id), { owner, address })
    response.type('text/calendar').send(text)
  })
  router.post('/plan/price', requires(services, 'plan the work'), async (request, response) => {
    const move = checked<PriceRequest>(priceSchema, request.body)
    response.json(await priceMove(services.planner, await planHere(signedIn(request).person.id), move))
  })
  return router
}
