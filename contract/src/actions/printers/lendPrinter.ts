import {
  dayField,
  photoIds,
  printerAction,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A printer goes out of the house: nothing falls due on it meanwhile. */
export interface LendPrinter extends PrinterActionHeader<'lend-printer'> {
  to: string
  untilDay: string
  /** How it left: what works, what is scratched, what goes with it. */
  condition: string
  photos?: string[]
}

export const lendPrinter: ActionShape<LendPrinter> = {
  schema: printerAction<LendPrinter>('lend-printer', {
    to: words(120).required(),
    untilDay: dayField.required(),
    condition: words(2000).required(),
    photos: photoIds,
  }),
  summary: 'Lend a printer out: to whom, until when, in which condition.',
}
