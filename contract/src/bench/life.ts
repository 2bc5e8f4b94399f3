import Joi from 'joi'

export interface BenchLifeRequest {
  /** What the ages are counted in, plural: "hours", "prints". */
  unit: string
  records: { lower: number | null; upper: number | null; weight: number }[]
}

const age = Joi.number().min(0).max(1e12).allow(null)

export const benchLifeSchema = Joi.object<BenchLifeRequest>({
  unit: Joi.string().trim().min(1).max(24).default('hours'),
  records: Joi.array()
    .items(
      Joi.object({
        lower: age.required(),
        upper: age.required(),
        weight: Joi.number().greater(0).max(1e9).default(1),
      }),
    )
    .min(1)
    .max(20_000)
    .required(),
})

export interface BenchLifeAnswer {
  weibull: {
    shape: number
    scale: number
    logLikelihood: number
    shapeLimits: [number | null, number | null]
    scaleLimits: [number | null, number | null]
  }
  exponential: { mean: number; logLikelihood: number }
  /** null when no lognormal curve fits. */
  lognormal: { mu: number; sigma: number; logLikelihood: number } | null
  survival: { time: number; survival: number; standardError: number }[]
  words: string
}
