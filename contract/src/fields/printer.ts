import Joi from 'joi'
import { hours, words } from './action.ts'

/** Place on the rack, counted from the left. */
export const placeOnRack = Joi.number().integer().min(1).max(1000)

/** Running hours of parts by the names of their slots; null: not known. */
export const partHoursField = Joi.object().pattern(words(60), hours.allow(null)).max(60)
