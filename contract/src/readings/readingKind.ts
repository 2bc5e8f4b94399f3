import Joi from 'joi'
import { uuid, words } from '../fields/action.ts'

/** A kind of reading: what is measured, in which unit, and what is done about it. Readings go by its name. */
export interface ReadingKind {
  id: string
  name: string
  unit: string
  /** Limits of the site, null where there is none. */
  lower: number | null
  upper: number | null
  /** The site's limits are usual ones: nobody has held them against the maker's sheet or an own baseline yet. */
  limitsToConfirm?: boolean
  /** Where the site's limits come from. */
  limitsFrom?: string | null
  /** Limits of the maker for a model; they come first. */
  models: { modelId: string; lower: number | null; upper: number | null }[]
  /**
   * What an adjustment does to the series. restart: the value begins anew (a belt is tightened). go on: the value is itself what is
   * set (a nozzle height), so that its corrections are its drift.
   */
  corrections: 'restart' | 'go on'
}

const limit = Joi.number().min(-1e6).max(1e6).allow(null).required()
const above = (schema: Joi.NumberSchema) =>
  schema
    .when('lower', { is: Joi.number().required(), then: Joi.number().greater(Joi.ref('lower')).allow(null) })
    .messages({ 'number.greater': '{{#label}} must lie above the lower limit; the two are upside down' })

export const readingKindPayload = {
  readingKindId: uuid.required(),
  name: words(60).required(),
  unit: words(20).required(),
  lower: limit,
  upper: above(limit),
  limitsToConfirm: Joi.boolean(),
  limitsFrom: words(200).allow(null),
  models: Joi.array()
    .items(Joi.object({ modelId: uuid.required(), lower: limit, upper: above(limit) }))
    .max(200)
    .unique('modelId')
    .required(),
  corrections: Joi.string().valid('restart', 'go on').required(),
}
