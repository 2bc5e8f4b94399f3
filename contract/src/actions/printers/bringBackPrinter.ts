import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A retired printer returns. Count its hours next. */
export interface BringBackPrinter extends PrinterActionHeader<'bring-back-printer'> {
  note?: string
}

export const bringBackPrinter: ActionShape<BringBackPrinter> = {
  schema: printerAction<BringBackPrinter>('bring-back-printer', { note: words(2000) }),
  summary: 'Bring a retired printer back.',
}
