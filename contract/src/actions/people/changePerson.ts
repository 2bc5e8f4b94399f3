import Joi from 'joi'
import { roles, type Role } from '../../rights.ts'
import { seenVersion, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody gets another role or is called otherwise. */
export interface ChangePerson extends ActionHeader<'change-person'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  personId: string
  displayName: string
  role: Role
}

export const changePerson: ActionShape<ChangePerson> = {
  schema: siteAction<ChangePerson>('change-person', {
    version: seenVersion,
    personId: uuid.required(),
    displayName: words(80).required(),
    role: Joi.string()
      .valid(...roles.filter((role) => role !== 'device' && role !== 'visitor'))
      .required(),
  }),
  summary: 'Give somebody another role or another name to be shown.',
}
