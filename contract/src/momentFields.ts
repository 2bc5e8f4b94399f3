import Joi from 'joi'
import { isDay, readMoment } from './moments.ts'

/** A moment in a body or a query, as it was sent. */
export const momentField = Joi.string().custom((text: string, { error }) => (readMoment(text) ? text : error('moment')))

/** A day of the calendar, YYYY-MM-DD. */
export const dayField = Joi.string().custom((text: string, { error }) => (isDay(text) ? text : error('day')))
