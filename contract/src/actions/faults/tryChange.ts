import Joi from 'joi'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** One change is made because of a fault. The next may follow when it is told whether this one helped. */
export interface TryChange extends PrinterActionHeader<'try-change'> {
  faultId: string
  changeId: string
  /** The cause that it is meant to put right; null: another. */
  causeId: string | null
  what: string
  confirmed?: true
}

export const tryChange: ActionShape<TryChange> = {
  schema: printerAction<TryChange>('try-change', {
    faultId: uuid.required(),
    changeId: uuid.required(),
    causeId: uuid.allow(null).required(),
    what: words(500).required(),
    confirmed: Joi.boolean().valid(true),
  }),
  summary: 'Make one change because of a fault.',
}
