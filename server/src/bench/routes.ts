import { Router } from 'express'
import {
  benchLifeSchema,
  benchRecurrenceSchema,
  benchReplacementSchema,
  type BenchLifeRequest,
  type BenchRecurrenceRequest,
  type BenchReplacementRequest,
} from '@diatribon/contract'
import { checked } from '../platform/refusal.ts'
import { requires, type Services } from '../services/services.ts'
import { benchLife, benchRecurrence, benchReplacement } from './benchSums.ts'

export function benchRoutes(services: Services): Router {
  const router = Router()
  router.post('/bench/life', requires(services, 'use the bench'), (request, response) => {
    response.json(benchLife(checked<BenchLifeRequest>(benchLifeSchema, request.body)))
  })
  router.post('/bench/replacement', requires(services, 'use the bench'), (request, response) => {
    response.json(benchReplacement(checked<BenchReplacementRequest>(benchReplacementSchema, request.body)))
  })
  router.post('/bench/recurrence', requires(services, 'use the bench'), (request, response) => {
    response.json(benchRecurrence(checked<BenchRecurrenceRequest>(benchRecurrenceSchema, request.body)))
  })
  return router
}
