import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Put a printer back into service. */
export interface ReleasePrinter extends PrinterActionHeader<'release-printer'> {
  note?: string
}

export const releasePrinter: ActionShape<ReleasePrinter> = {
  schema: printerAction<ReleasePrinter>('release-printer', { note: words(2000) }),
  summary: 'Put a printer that was on hold back into service.',
}
