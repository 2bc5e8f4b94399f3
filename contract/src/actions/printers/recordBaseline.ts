import Joi from 'joi'
import { takeInStepNames, type TakeInStepName } from '../../printers/takeInSteps.ts'
import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** One measured or chosen value. */
export interface BaselineValue {
  name: string
  value?: number
  unit?: string
  choice?: string
}

/** A step of the take-in: what was measured is kept as the printer's baseline. A step done again replaces the one before. */
export interface RecordBaseline extends PrinterActionHeader<'record-baseline'> {
  step: TakeInStepName
  values: BaselineValue[]
  note?: string
}

export const recordBaseline: ActionShape<RecordBaseline> = {
  schema: printerAction<RecordBaseline>('record-baseline', {
    step: Joi.string()
      .valid(...takeInStepNames)
      .required(),
    values: Joi.array()
      .items(
        Joi.object({
          name: words(60).required(),
          value: Joi.number().min(-1e6).max(1e6),
          unit: words(20),
          choice: words(120),
        })
          .or('value', 'choice')
          .messages({ 'object.missing': 'a value or a choice is needed' }),
      )
      .min(1)
      .max(30)
      .required(),
    note: words(2000),
  }),
  summary: "A step of the take-in: its values become the printer's baseline.",
}
