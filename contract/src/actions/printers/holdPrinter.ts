import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Take a printer out of service until somebody releases it. */
export interface HoldPrinter extends PrinterActionHeader<'hold-printer'> {
  reason: string
}

export const holdPrinter: ActionShape<HoldPrinter> = {
  schema: printerAction<HoldPrinter>('hold-printer', { reason: words(500).required() }),
  summary: 'Take a printer out of service, with the reason.',
}
