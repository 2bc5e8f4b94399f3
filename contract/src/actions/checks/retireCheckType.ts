import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A check is no longer asked for, or is brought back. What was done stays. */
export interface RetireCheckType extends ActionHeader<'retire-check-type'> {
  checkTypeId: string
  retired: boolean
  reason: string
}

export const retireCheckType: ActionShape<RetireCheckType> = {
  schema: siteAction<RetireCheckType>('retire-check-type', {
    checkTypeId: uuid.required(),
    retired: Joi.boolean().required(),
    reason: words(500).required(),
  }),
  summary: 'Retire a check, or bring it back.',
}
