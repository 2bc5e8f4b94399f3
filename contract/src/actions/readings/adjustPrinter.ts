import Joi from 'joi'
import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Something was adjusted: drawn on the charts of the readings it touches, whose baseline restarts or goes on as their kind says. */
export interface AdjustPrinter extends PrinterActionHeader<'adjust-printer'> {
  /** Names of the kinds of readings. */
  readings: string[]
  /** What was done: "left front a quarter turn down". */
  what: string
  /** What it is set to now, of a single reading whose corrections go on. */
  to?: number
}

export const adjustPrinter: ActionShape<AdjustPrinter> = {
  schema: printerAction<AdjustPrinter>('adjust-printer', {
    readings: Joi.array().items(words(60)).min(1).max(20).unique().required(),
    what: words(1000).required(),
    to: Joi.number().min(-1e6).max(1e6),
  }),
  summary: 'Say what was adjusted, and which readings it touches.',
}
