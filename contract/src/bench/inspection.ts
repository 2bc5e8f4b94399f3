import Joi from 'joi'
import type { InspectionInterval, LearnedLooks, LookedAtPart, LooksModel } from '@diatribon/core'

export type BenchInspectionRequest = LooksModel

const figure = Joi.number().max(1e9).required()

export const benchInspectionSchema = Joi.object<BenchInspectionRequest>({
  defectRate: figure.greater(0),
  delayMean: figure.greater(0),
  inspectionCost: figure.min(0),
  failureCost: figure.greater(0),
  repairCost: figure.min(0),
})

export interface BenchInspectionAnswer extends InspectionInterval {
  words: string
}

export interface BenchLooksRequest {
  parts: LookedAtPart[]
}

const age = Joi.number().min(0).max(1e9)

export const benchLooksSchema = Joi.object<BenchLooksRequest>({
  parts: Joi.array()
    .items(
      Joi.object({
        looks: Joi.array()
          .items(Joi.object({ age: age.required(), found: Joi.string().valid('good', 'defect').required() }))
          .max(1000)
          .required(),
        failedAt: age.allow(null).required(),
        end: age.greater(0).required(),
      }),
    )
    .min(1)
    .max(2000)
    .required(),
})

export interface BenchLooksAnswer extends Omit<LearnedLooks, 'nodes' | 'longest'> {
  words: string
}
