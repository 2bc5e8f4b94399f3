import Joi from 'joi'
import { jobFigures, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A paper tally: so many prints of about so many minutes, from a moment to `at`. */
export interface CountTally extends PrinterActionHeader<'count-tally'> {
  from: string
  prints: number
  minutesEach: number
  note?: string
}

export const countTally: ActionShape<CountTally> = {
  schema: printerAction<CountTally>('count-tally', {
    from: jobFigures.moment.required(),
    prints: Joi.number().integer().min(1).max(100_000).required(),
    minutesEach: jobFigures.minutesEach.required(),
    note: words(2000),
  }),
  summary: 'A paper tally: so many prints of about so many minutes since a moment.',
}
