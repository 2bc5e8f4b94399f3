import Joi from 'joi'
import { checkContentSchema, type CheckContent } from '../../checks/checkType.ts'
import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A check gets a new version. Checks that are being done go on with the version they were begun with. */
export interface ChangeCheckType extends ActionHeader<'change-check-type'> {
  checkTypeId: string
  /** The version that the person saw; another one there now refuses the change. */
  version: number
  content: CheckContent
}

export const changeCheckType: ActionShape<ChangeCheckType> = {
  schema: siteAction<ChangeCheckType>('change-check-type', {
    checkTypeId: uuid.required(),
    version: Joi.number().integer().min(1).required(),
    content: checkContentSchema.required(),
  }),
  summary: 'Change a check: a new version, from the one that was seen.',
}
