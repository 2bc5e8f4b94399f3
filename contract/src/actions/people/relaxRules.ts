import Joi from 'joi'
import { relaxable, type Relaxable } from '../../people/signOffs.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Which sign-offs the workshop does without. Hot work and mains are never among them. */
export interface RelaxRules extends ActionHeader<'relax-rules'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  relaxed: Relaxable[]
}

export const relaxRules: ActionShape<RelaxRules> = {
  schema: siteAction<RelaxRules>('relax-rules', {
    version: seenVersion,
    relaxed: Joi.array()
      .items(
        Joi.string()
          .valid(...relaxable)
          .messages({ 'any.only': '{{#label}} must be motion or electronics: hot work and mains are never relaxed' }),
      )
      .unique()
      .required(),
  }),
  summary: 'Say which sign-offs the workshop does without; never hot work or mains.',
}
