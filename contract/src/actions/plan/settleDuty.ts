import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A duty that somebody made is done. */
export interface SettleDuty extends PrinterActionHeader<'settle-duty'> {
  dutyId: string
  note?: string
}

export const settleDuty: ActionShape<SettleDuty> = {
  schema: printerAction<SettleDuty>('settle-duty', { dutyId: uuid.required(), note: words(2000) }),
  summary: 'A duty that was made is done.',
}
