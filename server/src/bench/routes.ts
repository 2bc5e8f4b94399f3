import { Router, type Response } from 'express'
import type Joi from 'joi'
import {
  benchIncidenceSchema,
  benchInspectionSchema,
  benchLifeSchema,
  benchLooksSchema,
  benchPolicySchema,
  benchRatesSchema,
  benchRecurrenceSchema,
  benchSparesSchema,
  benchRegressionSchema,
  benchReplacementSchema,
  type BenchIncidenceRequest,
  type BenchLifeRequest,
  type BenchLooksRequest,
  type BenchPolicyRequest,
  type BenchRecurrenceRequest,
  type BenchRegressionRequest,
  benchPlanSchema,
  benchSurvivalSchema,
  type BenchPlanAnswer,
  type BenchPlanRequest,
  type BenchSurvivalRequest,
} from '@diatribon/contract'
import { InputProblem, type PlanAnswer } from '@diatribon/core'
import { checked, Refusal, refusalOf } from '../platform/refusal.ts'
import { openWorker } from '../platform/worker.ts'
import { requires, type Services } from '../services/services.ts'
import type { BenchSumName } from './benchSums.ts'
import reckonOnBench, { type BenchResult } from './benchWorker.ts'

/** A calculator's input, and how many rows it has. */
interface Calculator {
  schema: Joi.ObjectSchema
  rows(asked: unknown): number
}

const calculator = <Asked>(schema: Joi.ObjectSchema<Asked>, rows: (asked: Asked) => number): Calculator => ({
  schema,
  rows: (asked) => rows(asked as Asked),
})

export const calculators: Record<BenchSumName, Calculator> = {
  life: calculator<BenchLifeRequest>(benchLifeSchema, ({ records }) => records.length),
  replacement: calculator(benchReplacementSchema, () => 1),
  recurrence: calculator<BenchRecurrenceRequest>(benchRecurrenceSchema, ({ units }) =>
    units.reduce((sum, { events }) => sum + 1 + events.length, 0),
  ),
  policy: calculator<BenchPolicyRequest>(
    benchPolicySchema,
    ({ records, neighbours }) => records.length + neighbours.length,
  ),
  inspection: calculator(benchInspectionSchema, () => 1),
  // Two figures that hang together are looked for by going to and fro: costlier by row.
  looks: calculator<BenchLooksRequest>(benchLooksSchema, ({ parts }) =>
    parts.reduce((sum, { looks }) => sum + 10 * (1 + looks.length), 0),
  ),
  regression: calculator<BenchRegressionRequest>(benchRegressionSchema, ({ records }) =>
    records.reduce((sum, { x }) => sum + 1 + x.length, 0),
  ),
  rates: calculator(benchRatesSchema, () => 1),
  spares: calculator(benchSparesSchema, () => 1),
  survival: calculator<BenchSurvivalRequest>(benchSurvivalSchema, ({ parts }) => parts.length),
  incidence: calculator<BenchIncidenceRequest>(benchIncidenceSchema, ({ records }) => records.length),
}

/** Up to so many rows a sum takes a few milliseconds: the way to another thread and back would be longer. */
const rowsHere = 200
const longestSeconds = 10
/** So many plans may wait for the one that is worked out. */
const mostWaiting = 4

export function benchRoutes(services: Services): Router {
  const router = Router()
  const worker = openWorker(import.meta.url, 'benchWorker', { idleTimeout: 60_000 })
  for (const [name, { schema, rows }] of Object.entries(calculators) as [BenchSumName, Calculator][])
    router.post(`/bench/${name}`, requires(services, 'use the bench'), async (request, response) => {
      const asked: unknown = checked(schema, request.body)
      const task = { name, asked }
      reply(response, rows(asked) <= rowsHere ? reckonOnBench(task) : await inTime(task))
    })

  router.post('/bench/plan', requires(services, 'use the bench'), async (request, response) => {
    const { seconds, ...problem } = checked<BenchPlanRequest>(benchPlanSchema, request.body)
    const left = new AbortController()
    response.on('close', () => left.abort())
    if (services.planner.waiting >= mostWaiting)
      throw new Refusal(
        503,
        'busy',
        'Other plans are being worked out, and several wait already. Try again in a minute.',
        undefined,
        30,
      )
    try {
      const answer = await services.planner.solve(problem, seconds, { signal: left.signal })
      response.json({ ...answer, words: planWords(answer) } satisfies BenchPlanAnswer)
    } catch (error) {
      if (error instanceof InputProblem) throw refusalOf(error, 400)
      throw error
    }
  })

  async function inTime(task: { name: BenchSumName; asked: unknown }): Promise<BenchResult> {
    const tooLong = AbortSignal.timeout(longestSeconds * 1000)
    try {
      return (await worker.run(task, { signal: tooLong })) as BenchResult
    } catch (error) {
      if (!tooLong.aborted) throw error
      throw new Refusal(
        400,
        'takes-too-long',
        `These rows take longer than ${longestSeconds} s to reckon, so the sum was stopped. Give fewer rows, or equal ones once with their weight.`,
      )
    }
  }
  return router
}

/** What a plan comes to, in a sentence. */
function planWords({ assignments, left, cost, gap }: PlanAnswer): string {
  const figure = (x: number) => Number(x.toPrecision(3)).toLocaleString('en-GB')
  const planned = `${assignments.length} of ${assignments.length + left.length} tasks are planned`
  if (cost < 1e-9) return `${planned}, and nothing waits beyond its due date.`
  return `${planned}; what waits costs ${figure(cost)}, and no plan is more than ${figure(100 * gap)} % cheaper.`
}

function reply(response: Response, result: BenchResult): void {
  if ('problem' in result) throw refusalOf(new InputProblem(result.problem.code, result.problem.message), 400)
  response.json(result.answer)
}
