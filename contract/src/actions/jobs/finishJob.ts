import Joi from 'joi'
import { jobOutcomes, type JobOutcome } from '../../jobs/outcomes.ts'
import {
  hours,
  jobFigures,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A print has ended, at `at`: its hours and filament count. */
export interface FinishJob extends PrinterActionHeader<'finish-job'> {
  /** The print that was started, when it was; else `startedAt` and `hours` tell. */
  jobId?: string
  name?: string
  startedAt?: string
  /** Running hours; the time from beginning to end when left out. */
  hours?: number
  /** Filament in metres, or in grams with its diameter and density. */
  metres?: number
  grams?: number
  diameterMm?: number
  densityGPerCm3?: number
  material?: string
  abrasive?: boolean
  spoolId?: string
  outcome: JobOutcome
  note?: string
}

export const finishJob: ActionShape<FinishJob> = {
  schema: printerAction<FinishJob>('finish-job', {
    jobId: uuid,
    name: words(200),
    startedAt: jobFigures.moment,
    hours,
    metres: jobFigures.metres,
    grams: jobFigures.grams,
    diameterMm: jobFigures.diameterMm,
    densityGPerCm3: jobFigures.densityGPerCm3,
    material: words(60),
    abrasive: Joi.boolean(),
    spoolId: uuid,
    outcome: Joi.string()
      .valid(...jobOutcomes)
      .required(),
    note: words(2000),
  })
    .or('jobId', 'startedAt', 'hours')
    .oxor('metres', 'grams')
    .with('grams', ['diameterMm', 'densityGPerCm3'])
    .messages({
      'object.missing': 'say which job it was, when it began or how long it ran',
      'object.oxor': 'give the filament in metres or in grams, not both',
      'object.with': 'grams need the diameter and the density of the filament',
    }),
  summary: 'A print has ended: its hours and filament count.',
}
