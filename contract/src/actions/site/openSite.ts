import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** The first entry of every book: the workshop itself. */
export interface OpenSite extends ActionHeader<'open-site'> {
  siteId: string
  name: string
  timeZone: string
  currency: string
  /** Money units per hour of staff time, minor units. */
  labourCostMinorPerHour: number
}

export const openSite: ActionShape<OpenSite> = {
  schema: siteAction<OpenSite>('open-site', {
    siteId: uuid.required(),
    name: words(80).required(),
    timeZone: words(60).required(),
    currency: Joi.string()
      .pattern(/^[A-Z]{3}$/)
      .required(),
    labourCostMinorPerHour: Joi.number().integer().min(0).max(1_000_000).required(),
  }),
  summary: 'Open the book of a workshop: name, time zone, currency, cost of an hour of work.',
}
