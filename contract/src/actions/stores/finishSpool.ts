import Joi from 'joi'
import {
  jobFigures,
  printerAction,
  uuid,
  words,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A spool was used up on this printer, from a moment to `at`: its weight tells the metres. */
export interface FinishSpool extends PrinterActionHeader<'finish-spool'> {
  /** A spool of the list; then its own figures are taken. */
  spoolId?: string
  /** When it was put on; since the spool before, or since take-in, when left out. */
  from?: string
  netGrams?: number
  diameterMm?: number
  densityGPerCm3?: number
  abrasive?: boolean
  note?: string
}

export const finishSpool: ActionShape<FinishSpool> = {
  schema: printerAction<FinishSpool>('finish-spool', {
    spoolId: uuid,
    from: jobFigures.moment,
    netGrams: jobFigures.grams,
    diameterMm: jobFigures.diameterMm,
    densityGPerCm3: jobFigures.densityGPerCm3,
    abrasive: Joi.boolean(),
    note: words(2000),
  })
    .xor('spoolId', 'netGrams')
    .with('netGrams', ['diameterMm', 'densityGPerCm3'])
    .messages({
      'object.missing': 'say which spool it was, or how much filament was on it',
      'object.xor': 'a spool of the list has its own weight: name the spool or say how much was on it, not both',
      'object.with': 'the weight needs the diameter and the density of the filament',
    }),
  summary: 'A spool was used up: its weight tells the metres.',
}
