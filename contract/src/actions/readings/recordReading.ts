import Joi from 'joi'
import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

export interface MeasuredValue {
  /** Name of a kind of reading. */
  name: string
  value: number
  unit: string
}

/** Measured values of a printer outside a check: typed, or from an instrument of the Bench. */
export interface RecordReading extends PrinterActionHeader<'record-reading'> {
  values: MeasuredValue[]
  instrument?: string
  /** What the instrument saw, a bed mesh for instance. */
  mesh?: { heights: (number | null)[][]; xFirst: number; xLast: number; yFirst: number; yLast: number }
  note?: string
}

export const recordReading: ActionShape<RecordReading> = {
  schema: printerAction<RecordReading>('record-reading', {
    values: Joi.array()
      .items(
        Joi.object({
          name: words(60).required(),
          value: Joi.number().min(-1e6).max(1e6).required(),
          unit: words(20).required(),
        }),
      )
      .min(1)
      .max(30)
      .unique('name')
      .required(),
    instrument: words(60),
    mesh: Joi.object({
      heights: Joi.array()
        .items(Joi.array().items(Joi.number().min(-100).max(100).allow(null)).min(2).max(100))
        .min(2)
        .max(100)
        .required(),
      xFirst: Joi.number().min(-1e4).max(1e4).required(),
      xLast: Joi.number().min(-1e4).max(1e4).required(),
      yFirst: Joi.number().min(-1e4).max(1e4).required(),
      yLast: Joi.number().min(-1e4).max(1e4).required(),
    }),
    note: words(2000),
  }),
  summary: 'Keep measured values of a printer as readings.',
}
