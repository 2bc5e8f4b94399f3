import Joi from 'joi'
import type { Weekday } from '../../people/session.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** When the workshop is closed: no printer is expected to run then. */
export interface SetCalendar extends ActionHeader<'set-calendar'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  /** Days of the week, 0 for Sunday. */
  closedWeekdays: number[]
  /** Single days, YYYY-MM-DD. */
  closedDays: string[]
  /** The weekday with which a week begins, 0 for Sunday; as it was when left out. */
  weekBegins?: Weekday
}

export const setCalendar: ActionShape<SetCalendar> = {
  schema: siteAction<SetCalendar>('set-calendar', {
    version: seenVersion,
    closedWeekdays: Joi.array().items(Joi.number().integer().min(0).max(6)).unique().max(6).required(),
    closedDays: Joi.array()
      .items(
        Joi.string()
          .pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/)
          .messages({ 'string.pattern.base': '{{#label}} must be a day such as 2026-12-25' }),
      )
      .unique()
      .max(400)
      .required(),
    weekBegins: Joi.number().integer().min(0).max(6),
  }),
  summary: 'Say on which days the workshop is closed.',
}
