import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** The take-in is done: the printer goes into service. */
export interface FinishTakeIn extends PrinterActionHeader<'finish-take-in'> {
  /** Why steps were left out, where some were. */
  note?: string
}

export const finishTakeIn: ActionShape<FinishTakeIn> = {
  schema: printerAction<FinishTakeIn>('finish-take-in', { note: words(2000) }),
  summary: 'End a take-in: the printer goes into service.',
}
