import Joi from 'joi'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** The address at which phones reach the site: labels, tags and invitations carry it. */
export interface SetSiteAddress extends ActionHeader<'set-site-address'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  /** Such as https://wear.example.org, without a path; null: whatever the page was opened at. */
  address: string | null
}

export const setSiteAddress: ActionShape<SetSiteAddress> = {
  schema: siteAction<SetSiteAddress>('set-site-address', {
    version: seenVersion,
    address: Joi.string()
      .trim()
      .max(200)
      .pattern(/^https?:\/\/[^\s/?#@]+\/?$/)
      .messages({ 'string.pattern.base': '{{#label}} must be one such as https://wear.example.org, without a path' })
      .allow(null)
      .required(),
  }),
  summary: 'Say at which address phones reach the site.',
}
