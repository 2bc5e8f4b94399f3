import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A check that was begun is not finished; its turn stays due. */
export interface GiveUpCheck extends PrinterActionHeader<'give-up-check'> {
  sheetId: string
  reason: string
}

export const giveUpCheck: ActionShape<GiveUpCheck> = {
  schema: printerAction<GiveUpCheck>('give-up-check', { sheetId: uuid.required(), reason: words(500).required() }),
  summary: 'Give up a check that was begun, with a reason; it stays due.',
}
