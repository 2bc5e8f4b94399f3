import Joi from 'joi'
import type { CauseIncidence, EndOfCause } from '@diatribon/core'

export interface BenchIncidenceRequest {
  records: EndOfCause[]
}

export const benchIncidenceSchema = Joi.object<BenchIncidenceRequest>({
  records: Joi.array()
    .items(
      Joi.object({
        age: Joi.number().min(0).max(1e12).required(),
        cause: Joi.string().trim().min(1).max(80).allow(null).required(),
      }),
    )
    .min(1)
    .max(20_000)
    .required(),
})

export interface BenchIncidenceAnswer {
  times: number[]
  causes: Record<string, CauseIncidence>
  words: string
}
