import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A line of what must be done before a printer is used again: done, or waived with a reason. */
export interface SettleReturn extends PrinterActionHeader<'settle-return'> {
  item: string
  /** What the line says, as the person saw it. */
  words: string
  /** Given: it is not done and need not be, for this reason. */
  waived?: string
  note?: string
}

export const settleReturn: ActionShape<SettleReturn> = {
  schema: printerAction<SettleReturn>('settle-return', {
    item: words(400).required(),
    words: words(400).required(),
    waived: words(500),
    note: words(2000),
  }),
  summary: 'Tick a line of the return to service, or waive it with a reason.',
}
