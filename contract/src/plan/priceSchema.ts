import Joi from 'joi'
import { uuid } from '../fields/action.ts'
import type { PriceRequest } from './fortnight.ts'

/** A move that somebody thinks of. */
export const priceSchema = Joi.object<PriceRequest>({
  tasks: Joi.array().items(Joi.string().max(120)).min(1).max(50).required(),
  day: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
  personId: uuid.allow(null).required(),
})
