import Joi from 'joi'
import { jobFigures, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A spool of filament joins the stores. */
export interface AddSpool extends ActionHeader<'add-spool'> {
  spoolId: string
  name: string
  material: string
  /** Filled with glow, carbon, metal, wood or the like: eats a brass nozzle. */
  abrasive: boolean
  diameterMm: number
  densityGPerCm3: number
  netGrams: number
  /** Of the empty spool. */
  tareGrams: number
}

export const addSpool: ActionShape<AddSpool> = {
  schema: siteAction<AddSpool>('add-spool', {
    spoolId: uuid.required(),
    name: words(80).required(),
    material: words(60).required(),
    abrasive: Joi.boolean().required(),
    diameterMm: jobFigures.diameterMm.required(),
    densityGPerCm3: jobFigures.densityGPerCm3.required(),
    netGrams: jobFigures.grams.required(),
    tareGrams: jobFigures.grams.required(),
  }),
  summary: 'Add a spool of filament to the stores.',
}
