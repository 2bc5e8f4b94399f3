import Joi from 'joi'
import type { MeanCumulative, PowerLaw, RecurrenceUnit } from '@diatribon/core'

export interface BenchRecurrenceRequest {
  /** Machines that are repaired and go on, each watched from age 0. */
  units: RecurrenceUnit[]
}

const age = Joi.number().min(0).max(1e9)

export const benchRecurrenceSchema = Joi.object<BenchRecurrenceRequest>({
  units: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().trim().min(1).max(80).required(),
        events: Joi.array().items(age).max(1000).required(),
        end: age.greater(0).required(),
      }),
    )
    .min(1)
    .max(300)
    .required(),
})

export interface BenchRecurrenceAnswer {
  mcf: MeanCumulative[]
  /** Above 1.96 repairs come denser, below −1.96 rarer; null without repairs. */
  laplace: number | null
  /** null without repairs at an age between 0 and the end. */
  powerLaw: PowerLaw | null
  words: string
}
