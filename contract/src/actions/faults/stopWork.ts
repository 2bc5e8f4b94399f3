import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Somebody lays the work down, and says what it waits for when it is not done. */
export interface StopWork extends PrinterActionHeader<'stop-work'> {
  waitingFor?: string
}

export const stopWork: ActionShape<StopWork> = {
  schema: printerAction<StopWork>('stop-work', { waitingFor: words(200) }),
  summary: 'Lay the work on a printer down, and say what it waits for.',
}
