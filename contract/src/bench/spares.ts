import Joi from 'joi'
import type { SpareStock } from '@diatribon/core'

export interface BenchSparesRequest {
  /** Demand to expect over the time that the stock must last for. */
  mean: number
  variance?: number
  /** Wanted chance that it lasts. */
  target: number
}

export interface BenchSparesAnswer extends SpareStock {
  words: string
}

export const benchSparesSchema = Joi.object<BenchSparesRequest>({
  mean: Joi.number().min(0).max(10_000).required(),
  variance: Joi.number().greater(0).max(1e8),
  target: Joi.number().greater(0).less(1).required(),
})
