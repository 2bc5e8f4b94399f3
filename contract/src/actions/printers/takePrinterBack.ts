import { photoIds, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A printer that was lent is back; it is released like one that was repaired. */
export interface TakePrinterBack extends PrinterActionHeader<'take-printer-back'> {
  condition: string
  photos?: string[]
}

export const takePrinterBack: ActionShape<TakePrinterBack> = {
  schema: printerAction<TakePrinterBack>('take-printer-back', { condition: words(2000).required(), photos: photoIds }),
  summary: 'Take a lent printer back, in which condition.',
}
