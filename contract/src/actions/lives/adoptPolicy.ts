import Joi from 'joi'
import { adoptablePolicies, type AdoptablePolicy } from '../../lives/policies.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/**
 * A rule that a lead has chosen for a part type, or for it on the printers of one model or on one printer. It rules the due
 * dates from now on; the narrower one goes before the wider.
 */
export interface AdoptPolicy extends ActionHeader<'adopt-policy'> {
  partTypeId: string
  modelId?: string
  ofPrinterId?: string
  /** null: the rule that was chosen for this group is dropped, the wider one holds again. */
  policy: AdoptablePolicy | null
  /** Age at which it is replaced; of a rule by looks, how many hours lie between them. Left out when it waits for the failure. */
  interval?: number
  reason: string
}

export const adoptPolicy: ActionShape<AdoptPolicy> = {
  schema: siteAction<AdoptPolicy>('adopt-policy', {
    partTypeId: uuid.required(),
    modelId: uuid,
    ofPrinterId: uuid,
    policy: Joi.string()
      .valid(...adoptablePolicies)
      .allow(null)
      .required(),
    interval: Joi.number()
      .greater(0)
      .max(1_000_000)
      .when('policy', {
        is: Joi.valid('wait for the failure', null),
        then: Joi.forbidden(),
        otherwise: Joi.required(),
      }),
    reason: words(500).required(),
  }),
  summary: 'Choose the rule by which a kind of part is replaced.',
}
