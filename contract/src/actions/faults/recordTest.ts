import Joi from 'joi'
import {
  photoIds,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** What a test on a fault showed. */
export interface RecordTest extends PrinterActionHeader<'record-test'> {
  faultId: string
  testId: string
  /** One of the outcomes of the test, in its words. */
  outcome: string
  /** The printer on which the same job was run. */
  sisterId?: string
  minutes?: number
  /** The cautions were read and the printer is as the test needs it. */
  confirmed?: true
  photos?: string[]
  note?: string
}

export const recordTest: ActionShape<RecordTest> = {
  schema: printerAction<RecordTest>('record-test', {
    faultId: uuid.required(),
    testId: uuid.required(),
    outcome: words(80).required(),
    sisterId: uuid,
    minutes: Joi.number().greater(0).max(10_000),
    confirmed: Joi.boolean().valid(true),
    photos: photoIds,
    note: words(2000),
  }),
  summary: 'Record what a test on a fault showed.',
}
