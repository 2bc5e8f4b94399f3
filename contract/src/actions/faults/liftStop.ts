import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Somebody has looked: the report need not stop the printer. It stays open until its fault is closed. */
export interface LiftStop extends PrinterActionHeader<'lift-stop'> {
  faultId: string
  reason: string
}

export const liftStop: ActionShape<LiftStop> = {
  schema: printerAction<LiftStop>('lift-stop', { faultId: uuid.required(), reason: words(500).required() }),
  summary: 'Say that a reported fault need not stop the printer, with the reason.',
}
