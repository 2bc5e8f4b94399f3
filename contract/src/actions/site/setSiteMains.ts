import Joi from 'joi'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** The voltage of the mains in the workshop, so that the selector of a new machine can be judged. */
export interface SetSiteMains extends ActionHeader<'set-site-mains'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  /** null: not told. */
  mainsVolts: number | null
}

export const setSiteMains: ActionShape<SetSiteMains> = {
  schema: siteAction<SetSiteMains>('set-site-mains', {
    version: seenVersion,
    mainsVolts: Joi.number().integer().min(90).max(260).allow(null).required(),
  }),
  summary: 'Say which voltage the mains of the workshop has.',
}
