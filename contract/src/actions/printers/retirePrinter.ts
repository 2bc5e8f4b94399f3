import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A printer leaves the workshop; its history stays. */
export interface RetirePrinter extends PrinterActionHeader<'retire-printer'> {
  reason: string
}

export const retirePrinter: ActionShape<RetirePrinter> = {
  schema: printerAction<RetirePrinter>('retire-printer', { reason: words(500).required() }),
  summary: 'Retire a printer; its history stays.',
}
