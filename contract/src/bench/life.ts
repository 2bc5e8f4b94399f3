import Joi from 'joi'
import type { LawFit, LifeRecord, SurvivalStep, TurnbullStep, WeibullFit } from '@diatribon/core'
import { lifeRecordsSchema, unitField } from './lifeRecords.ts'

export interface BenchLifeRequest {
  /** What the ages are counted in, plural: "hours", "prints". */
  unit: string
  records: LifeRecord[]
  /** Chance to outlive this age is told too. */
  age?: number
}

export const benchLifeSchema = Joi.object<BenchLifeRequest>({
  unit: unitField,
  records: lifeRecordsSchema(1, 20_000).required(),
  age: Joi.number().greater(0).max(1e12),
})

type Limits = [number | null, number | null]

export interface BenchLifeAnswer {
  weibull: WeibullFit
  exponential: { mean: number; logLikelihood: number }
  /** null when no lognormal curve fits. */
  lognormal: { mu: number; sigma: number; logLikelihood: number } | null
  /** Age by which one in ten has failed, by the Weibull fit. */
  b10: { age: number; limits: Limits }
  /** Chance to outlive the age that was asked for, by the Weibull fit. */
  outlives?: { age: number; chance: number; limits: Limits }
  /** Counted where ages are known; failures between two looks stand in `turnbull`. */
  survival: SurvivalStep[]
  /** Only where something failed between two looks. */
  turnbull?: TurnbullStep[]
  /** The laws, best first. */
  probability: LawFit[]
  words: string
}
