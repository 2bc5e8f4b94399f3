import Joi from 'joi'
import { jobFigures, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Goods made on the printer from a moment to `at`: pieces times minutes each. */
export interface CountGoods extends PrinterActionHeader<'count-goods'> {
  from: string
  goods: string
  pieces: number
  minutesEach: number
  /** How many were made in one print; 1 when left out. */
  piecesPerPrint?: number
  note?: string
}

export const countGoods: ActionShape<CountGoods> = {
  schema: printerAction<CountGoods>('count-goods', {
    from: jobFigures.moment.required(),
    goods: words(120).required(),
    pieces: Joi.number().integer().min(1).max(1_000_000).required(),
    minutesEach: jobFigures.minutesEach.required(),
    piecesPerPrint: Joi.number().integer().min(1).max(10_000),
    note: words(2000),
  }),
  summary: 'Goods made on a printer: pieces times minutes each.',
}
