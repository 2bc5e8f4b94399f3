import Joi from 'joi'
import {
  hours,
  jobFigures,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A print begins: what is planned is kept, and nothing is counted yet. */
export interface StartJob extends PrinterActionHeader<'start-job'> {
  jobId: string
  name: string
  plannedHours: number
  plannedMetres?: number
  material?: string
  abrasive?: boolean
  spoolId?: string
  note?: string
}

export const startJob: ActionShape<StartJob> = {
  schema: printerAction<StartJob>('start-job', {
    jobId: uuid.required(),
    name: words(200).required(),
    plannedHours: hours.required(),
    plannedMetres: jobFigures.metres,
    material: words(60),
    abrasive: Joi.boolean(),
    spoolId: uuid,
    note: words(2000),
  }),
  summary: 'A print begins: record what is planned.',
}
