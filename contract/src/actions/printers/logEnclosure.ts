import Joi from 'joi'
import { jobFigures, printerAction, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Temperatures inside an enclosure, as a thermometer logs them. */
export interface LogEnclosure extends PrinterActionHeader<'log-enclosure'> {
  samples: { at: string; celsius: number }[]
}

export const logEnclosure: ActionShape<LogEnclosure> = {
  schema: printerAction<LogEnclosure>('log-enclosure', {
    samples: Joi.array()
      .items(
        Joi.object({
          at: jobFigures.moment.required(),
          celsius: Joi.number().min(-60).max(400).required(),
        }),
      )
      .min(1)
      .max(500)
      .required(),
  }),
  summary: 'Temperatures inside the enclosure of a printer; hours above the limit are counted.',
}
