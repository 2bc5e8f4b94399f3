import Joi from 'joi'
import type { ShiftPlan } from '../../people/signOffs.ts'
import { seenVersion, dayField, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** When somebody is here: every week, and on single days. */
export interface SetShifts extends ActionHeader<'set-shifts'>, ShiftPlan {
  /** The version that was seen; left out: last one wins. */
  version?: number
  personId: string
}

const time = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
  .required()
  .messages({ 'string.pattern.base': '{{#label}} must be a time such as 09:30' })

export const setShifts: ActionShape<SetShifts> = {
  schema: siteAction<SetShifts>('set-shifts', {
    version: seenVersion,
    personId: uuid.required(),
    weekly: Joi.array()
      .items(Joi.object({ weekday: Joi.number().integer().min(0).max(6).required(), from: time, until: time }))
      .max(30)
      .required(),
    days: Joi.array()
      .items(
        Joi.object({
          day: dayField.required(),
          spans: Joi.array()
            .items(Joi.object({ from: time, until: time }))
            .max(5)
            .required(),
        }),
      )
      .max(400)
      .unique('day')
      .required(),
  }),
  summary: 'Say when somebody is on shift.',
}
