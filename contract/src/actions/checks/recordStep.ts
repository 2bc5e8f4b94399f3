import Joi from 'joi'
import {
  photoIds,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** What was found at a step of a check; exactly what the kind of the step asks for. Done again, the later result counts. */
export interface RecordStep extends PrinterActionHeader<'record-step'> {
  sheetId: string
  stepId: string
  done?: boolean
  value?: number
  unit?: string
  choice?: string
  text?: string
  photos?: string[]
  note?: string
}

export const recordStep: ActionShape<RecordStep> = {
  schema: printerAction<RecordStep>('record-step', {
    sheetId: uuid.required(),
    stepId: uuid.required(),
    done: Joi.boolean(),
    value: Joi.number().min(-1e6).max(1e6),
    unit: words(20),
    choice: words(80),
    text: words(4000),
    photos: photoIds,
    note: words(2000),
  })
    .or('done', 'value', 'choice', 'text', 'photos')
    .messages({ 'object.missing': 'say what was found: a tick, a figure, a choice, words or a photo' }),
  summary: 'The result of a step of a check; a measured value becomes a reading.',
}
