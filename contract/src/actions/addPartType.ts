import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from './action.ts'

/** A line of the part catalogue. */
export interface AddPartType extends ActionHeader<'add-part-type'> {
  partTypeId: string
  name: string
  /** The kind of slot it fits, such as "nozzle". */
  slotKind: string
  priceMinor: number
  /** Staff minutes for a replacement in time. */
  minutes: number
  /** What a failure costs on top: lost print, time down, clean-up. Minor units. */
  failureExtraMinor: number
  tradeIntervalHours: number
}

const money = Joi.number().integer().min(0).max(100_000_000)

export const addPartType: ActionShape = {
  schema: siteAction('add-part-type', {
    partTypeId: uuid.required(),
    name: words(80).required(),
    slotKind: words(60).required(),
    priceMinor: money.min(1).required(),
    minutes: Joi.number().min(0).max(10_000).required(),
    failureExtraMinor: money.min(1).required(),
    tradeIntervalHours: Joi.number().greater(0).max(1_000_000).required(),
  }),
  areas: ['parts', 'logbook'],
  summary: 'Add a part type to the catalogue.',
}
