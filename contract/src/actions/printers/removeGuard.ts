import Joi from 'joi'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A factory guard comes off: that needs a note of the risk, and the guard must be back before the printer is used. */
export interface RemoveGuard extends PrinterActionHeader<'remove-guard'> {
  guardId: string
  guard: string
  /** What can happen without it, and what is done against that. */
  risk: string
  confirmed: true
}

export const removeGuard: ActionShape<RemoveGuard> = {
  schema: printerAction<RemoveGuard>('remove-guard', {
    guardId: uuid.required(),
    guard: words(120).required(),
    risk: words(1000).required(),
    confirmed: Joi.boolean().valid(true).required(),
  }),
  summary: 'Take a factory guard off, with a note of the risk.',
}
