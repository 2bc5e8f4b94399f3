import Joi from 'joi'
import { signOffs, type SignOff } from '../../people/signOffs.ts'
import { dayField, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody is signed off for a kind of work, for good or until a day. */
export interface GiveSignOff extends ActionHeader<'give-sign-off'> {
  personId: string
  signOff: SignOff
  /** Only on printers of this model. */
  modelId?: string
  /** YYYY-MM-DD; null: until withdrawn. */
  until: string | null
}

export const giveSignOff: ActionShape<GiveSignOff> = {
  schema: siteAction<GiveSignOff>('give-sign-off', {
    personId: uuid.required(),
    signOff: Joi.string()
      .valid(...signOffs)
      .required(),
    modelId: uuid,
    until: dayField.allow(null).required(),
  }),
  summary: 'Sign somebody off for hot work, motion, electronics or mains.',
}
