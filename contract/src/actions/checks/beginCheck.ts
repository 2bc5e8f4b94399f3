import Joi from 'joi'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Somebody begins a check on a printer. */
export interface BeginCheck extends PrinterActionHeader<'begin-check'> {
  sheetId: string
  checkTypeId: string
  /** The version that the person saw. */
  version: number
  /** Why it is done although the printer is stopped or on hold: a lead’s to say. */
  exception?: string
}

export const beginCheck: ActionShape<BeginCheck> = {
  schema: printerAction<BeginCheck>('begin-check', {
    sheetId: uuid.required(),
    checkTypeId: uuid.required(),
    version: Joi.number().integer().min(1).required(),
    exception: words(500),
  }),
  summary: 'Begin a check on a printer.',
}
