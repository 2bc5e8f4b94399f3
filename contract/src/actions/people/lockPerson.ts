import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody may not sign in for now, or may again. */
export interface LockPerson extends ActionHeader<'lock-person'> {
  personId: string
  locked: boolean
  reason: string
}

export const lockPerson: ActionShape<LockPerson> = {
  schema: siteAction<LockPerson>('lock-person', {
    personId: uuid.required(),
    locked: Joi.boolean().required(),
    reason: words(500).required(),
  }),
  summary: 'Lock somebody out, or let them in again.',
}
