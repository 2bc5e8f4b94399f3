import Joi from 'joi'
import { hours, printerAction, words, type ActionShape, type PrinterActionHeader } from './action.ts'

/** What the printer's own hour meter shows. */
export interface CountHours extends PrinterActionHeader<'count-hours'> {
  meterHours: number
  /** The meter was set back to 0 since it was last read (firmware flashed, board changed). */
  meterWasReset?: boolean
  note?: string
}

export const countHours: ActionShape = {
  schema: printerAction('count-hours', {
    meterHours: hours.required(),
    meterWasReset: Joi.boolean(),
    note: words(2000),
  }),
  areas: ['printers', 'hours', 'plan', 'logbook'],
  summary: "Record what the printer's own hour meter shows.",
}
