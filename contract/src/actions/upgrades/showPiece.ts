import Joi from 'joi'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A photo of the same test piece before or after an upgrade; a piece of a real job will do. */
export interface ShowPiece extends PrinterActionHeader<'show-piece'> {
  upgradeId: string
  when: 'before' | 'after'
  photo: string
  /** What was printed. */
  what: string
}

export const showPiece: ActionShape<ShowPiece> = {
  schema: printerAction<ShowPiece>('show-piece', {
    upgradeId: uuid.required(),
    when: Joi.string().valid('before', 'after').required(),
    photo: uuid.required(),
    what: words(120).required(),
  }),
  summary: 'Show a test piece before or after an upgrade.',
}
