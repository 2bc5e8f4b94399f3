import Joi from 'joi'
import { roles, type Role } from '../../rights.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A person joins the staff. The PIN is no part of the book. */
export interface AdmitPerson extends ActionHeader<'admit-person'> {
  personId: string
  name: string
  displayName: string
  role: Role
}

export const admitPerson: ActionShape<AdmitPerson> = {
  schema: siteAction<AdmitPerson>('admit-person', {
    personId: uuid.required(),
    name: words(60).required(),
    displayName: words(80).required(),
    role: Joi.string()
      .valid(...roles)
      .required(),
  }),
  summary: 'Admit a person to the staff, with a role.',
}
