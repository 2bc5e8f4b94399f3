import Joi from 'joi'

export interface BenchSurvivalRequest {
  hours: number
  parts: { age: number; shape: number; scale: number }[]
  /** Faults of other kinds in 1,000 running hours. */
  otherFaultsPer1000h: number
}

export interface BenchSurvivalAnswer {
  chance: number
  words: string
}

const figure = Joi.number().max(1e9).required()

export const benchSurvivalSchema = Joi.object<BenchSurvivalRequest>({
  hours: figure.min(0),
  parts: Joi.array()
    .items(
      Joi.object({ age: figure.min(0), shape: Joi.number().greater(0).max(100).required(), scale: figure.greater(0) }),
    )
    .max(1000)
    .required(),
  otherFaultsPer1000h: Joi.number().min(0).max(1e6).default(0),
})
