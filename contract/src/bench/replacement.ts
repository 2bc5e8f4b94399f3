import Joi from 'joi'

export interface BenchReplacementRequest {
  shape: number
  scale: number
  preventiveCost: number
  failureCost: number
}

export const benchReplacementSchema = Joi.object<BenchReplacementRequest>({
  shape: Joi.number().greater(0).max(1000).required(),
  scale: Joi.number().greater(0).max(1e9).required(),
  preventiveCost: Joi.number().greater(0).max(1e9).required(),
  failureCost: Joi.number().greater(0).max(1e9).required(),
})

export interface BenchReplacementAnswer {
  /** Least-cost age, in the unit of scale; null when replacing on a clock never pays. */
  age: number | null
  /** Cost per unit of age at that age; that of running to failure when age is null. */
  costRate: number
  runToFailureCostRate: number
  words: string
}
