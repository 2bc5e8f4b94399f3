import Joi from 'joi'
import { hours, printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'
import { partHoursField, placeOnRack } from '../../fields/printer.ts'

/** A printer joins the workshop, with a part in each of its model's slots. */
export interface TakeInPrinter extends PrinterActionHeader<'take-in-printer'> {
  modelId: string
  name: string
  room: string
  rack: string
  /** Place on the rack, counted from the left. */
  place: number
  meterHours: number
  /** Part type for each slot name of the model; null: the slot is empty. */
  parts: Record<string, string | null>
  /** Second-hand: running hours of the parts that are not new, or null where their age is not known. */
  partHours?: Record<string, number | null>
  /** The measuring follows step by step; the printer is not in service until `finish-take-in`. */
  stepByStep?: true
}

export const takeInPrinter: ActionShape<TakeInPrinter> = {
  schema: printerAction<TakeInPrinter>('take-in-printer', {
    modelId: uuid.required(),
    name: words(60).required(),
    room: words(60).required(),
    rack: words(20).required(),
    place: placeOnRack.required(),
    meterHours: hours.required(),
    parts: Joi.object().pattern(words(60), uuid.allow(null)).max(60).required(),
    partHours: partHoursField,
    stepByStep: Joi.boolean().valid(true),
  }),
  summary: 'Take a printer in: its place, its meter, and the parts in its slots.',
}
