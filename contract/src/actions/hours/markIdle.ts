import { jobFigures, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Nothing ran on this printer from a moment to `at`. */
export interface MarkIdle extends PrinterActionHeader<'mark-idle'> {
  from: string
  reason: string
}

export const markIdle: ActionShape<MarkIdle> = {
  schema: printerAction<MarkIdle>('mark-idle', { from: jobFigures.moment.required(), reason: words(500).required() }),
  summary: 'Nothing ran on a printer for a time.',
}
