import Joi from 'joi'
import { printerEvents, type PrinterEvent } from '../../checks/upset.ts'
import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Something happened to a printer that calls for checks and upsets readings. */
export interface RecordEvent extends PrinterActionHeader<'record-event'> {
  event: PrinterEvent
  note?: string
}

export const recordEvent: ActionShape<RecordEvent> = {
  schema: printerAction<RecordEvent>('record-event', {
    event: Joi.string()
      .valid(...printerEvents)
      .required(),
    note: words(2000),
  }),
  summary: 'Something happened to a printer: firmware flashed, moved, knocked, a pause is over.',
}
