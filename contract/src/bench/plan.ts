import Joi from 'joi'
import type { PlanAnswer, PlanProblem } from '@diatribon/core'

export interface BenchPlanRequest extends PlanProblem {
  /** It may take so long. */
  seconds: number
}

export interface BenchPlanAnswer extends PlanAnswer {
  words: string
}

const name = Joi.string().trim().min(1).max(80)
const names = Joi.array().items(name).max(20)
const date = Joi.string()
  .pattern(/^\d{4}-\d{2}-\d{2}$/)
  .messages({ 'string.pattern.base': '{{#label}} must be a date such as 2026-11-27' })
const minutes = Joi.number().min(0).max(100_000)
const money = Joi.number().min(0).max(1e9)

export const benchPlanSchema = Joi.object<BenchPlanRequest>({
  days: Joi.array()
    .items(
      Joi.object({
        date: date.required(),
        people: Joi.array()
          .items(Joi.object({ id: name.required(), minutes: minutes.required(), signOffs: names.default([]) }))
          .max(100)
          .required(),
      }),
    )
    .min(1)
    .max(92)
    .required(),
  tasks: Joi.array()
    .items(
      Joi.object({
        id: name.required(),
        printer: name.required(),
        minutes: minutes.required(),
        setUp: Joi.object({ id: name.required(), minutes: minutes.required() }),
        group: name,
        needs: names.default([]),
        due: date.required(),
        riskPerDay: money.required(),
        earliest: date,
        pinned: Joi.object({ date: date.required(), person: name }),
      }),
    )
    .max(5000)
    .required(),
  bookings: Joi.array()
    .items(Joi.object({ printer: name.required(), date: date.required() }))
    .max(20_000)
    .default([]),
  changeCost: money.default(0),
  before: Joi.array()
    .items(Joi.object({ task: name.required(), date: date.required(), person: name.required() }))
    .max(5000)
    .default([]),
  seconds: Joi.number().min(0.1).max(30).default(10),
})
