import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** All steps of a check are done; its next turn counts from here. */
export interface FinishCheck extends PrinterActionHeader<'finish-check'> {
  sheetId: string
  note?: string
}

export const finishCheck: ActionShape<FinishCheck> = {
  schema: printerAction<FinishCheck>('finish-check', { sheetId: uuid.required(), note: words(2000) }),
  summary: 'Finish a check that has all its steps.',
}
