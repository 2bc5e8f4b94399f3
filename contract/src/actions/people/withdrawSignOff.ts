import Joi from 'joi'
import { signOffs, type SignOff } from '../../people/signOffs.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A sign-off no longer holds. */
export interface WithdrawSignOff extends ActionHeader<'withdraw-sign-off'> {
  personId: string
  signOff: SignOff
  /** Of a sign-off for one model only. */
  modelId?: string
  reason: string
}

export const withdrawSignOff: ActionShape<WithdrawSignOff> = {
  schema: siteAction<WithdrawSignOff>('withdraw-sign-off', {
    personId: uuid.required(),
    signOff: Joi.string()
      .valid(...signOffs)
      .required(),
    modelId: uuid,
    reason: words(500).required(),
  }),
  summary: 'Withdraw a sign-off.',
}
