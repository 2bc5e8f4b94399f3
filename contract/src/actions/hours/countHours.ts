import Joi from 'joi'
import { hours, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** What the printer's own hour meter shows. */
export interface CountHours extends PrinterActionHeader<'count-hours'> {
  meterHours: number
  /** The meter was set back to 0 since it was last read (firmware flashed, board changed). */
  meterWasReset?: boolean
  /** Another meter took its place, and began at this figure. */
  newMeterBeganAt?: number
  /** What the old meter showed last, where somebody looked before it was reset or replaced. */
  oldMeterEndedAt?: number
  note?: string
}

export const countHours: ActionShape<CountHours> = {
  schema: printerAction<CountHours>('count-hours', {
    meterHours: hours.required(),
    meterWasReset: Joi.boolean(),
    newMeterBeganAt: hours,
    oldMeterEndedAt: hours,
    note: words(2000),
  })
    .oxor('meterWasReset', 'newMeterBeganAt')
    .messages({ 'object.oxor': 'say either that the meter was reset or that another one took its place, not both' }),
  summary: "Record what the printer's own hour meter shows.",
}
