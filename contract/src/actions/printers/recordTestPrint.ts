import Joi from 'joi'
import { photoIds, printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A test print after a repair. */
export interface RecordTestPrint extends PrinterActionHeader<'record-test-print'> {
  passed: boolean
  note?: string
  photos?: string[]
}

export const recordTestPrint: ActionShape<RecordTestPrint> = {
  schema: printerAction<RecordTestPrint>('record-test-print', {
    passed: Joi.boolean().required(),
    note: words(2000),
    photos: photoIds,
  }),
  summary: 'Record a test print after a repair, passed or not.',
}
