import { Router, type Request } from 'express'
import Joi from 'joi'
import { priceSchema, type PriceRequest } from '@diatribon/contract'
import { checked } from '../platform/refusal.ts'
import { freshFor, requires, type Services } from '../services/services.ts'
import { longJob } from './longJob.ts'
import { fortnightPage, priceMove } from './fortnightPage.ts'
import { round } from './round.ts'
import { sitePlan } from './sitePlan.ts'

const longJobQuery = Joi.object({ hours: Joi.number().greater(0).max(1000).required() })

export function planRoutes(services: Services): Router {
  const router = Router()
  router.get('/plan/round', requires(services, 'read'), async (request, response) => {
    const { where } = request.query
    const fresh = await freshFor(services, request, 'due', 'everyone')
    response.json(await round(services.database.db, typeof where === 'string' ? where : null, fresh))
  })
  const planHere = async (request: Request) => {
    await freshFor(services, request, 'due', 'everyone')
    return sitePlan(services.database, services.planner, {
      now: services.clock(),
      onBetter: () => services.live.announceAreas(['plan']),
      onProblem: services.onProblem,
    })
  }
  router.get('/plan/fortnight', requires(services, 'read'), async (request, response) => {
    response.json(await fortnightPage(services.database.db, await planHere(request)))
  })
  router.get('/plan/long-job', requires(services, 'read'), async (request, response) => {
    const { hours } = checked<{ hours: number }>(longJobQuery, request.query)
    await freshFor(services, request, 'judgement', 'everyone')
    await freshFor(services, request, 'due', 'everyone')
    response.json(await longJob(services.database.db, hours))
  })
  router.post('/plan/price', requires(services, 'plan the work'), async (request, response) => {
    const move = checked<PriceRequest>(priceSchema, request.body)
    response.json(priceMove(await planHere(request), move))
  })
  return router
}
