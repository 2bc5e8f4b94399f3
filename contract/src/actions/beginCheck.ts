import Joi from 'joi'
import { printerAction, uuid, type ActionShape, type PrinterActionHeader } from './action.ts'

/** Somebody begins a check on a printer. */
export interface BeginCheck extends PrinterActionHeader<'begin-check'> {
  sheetId: string
  checkTypeId: string
  /** The version that the person saw. */
  version: number
}

export const beginCheck: ActionShape = {
  schema: printerAction('begin-check', {
    sheetId: uuid.required(),
    checkTypeId: uuid.required(),
    version: Joi.number().integer().min(1).required(),
  }),
  areas: ['checks', 'printers', 'plan', 'logbook'],
  summary: 'Begin a check on a printer.',
}
