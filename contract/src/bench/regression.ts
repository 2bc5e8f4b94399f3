import Joi from 'joi'
import type { LifeWithCovariates, WeibullRegression } from '@diatribon/core'
import { lifeRecordsSchema } from './lifeRecords.ts'

export interface BenchRegressionRequest {
  records: LifeWithCovariates[]
}

export const benchRegressionSchema = Joi.object<BenchRegressionRequest>({
  records: lifeRecordsSchema(1, 5000, {
    x: Joi.array().items(Joi.number().min(-1e12).max(1e12)).max(12).required(),
  }).required(),
})

export interface BenchRegressionAnswer extends WeibullRegression {
  words: string
}
