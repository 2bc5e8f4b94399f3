import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A part goes from this printer to another one, and keeps its age. */
export interface MovePart extends PrinterActionHeader<'move-part'> {
  fittingId: string
  toPrinterId: string
  toSlotId: string
  /** Why the part that sits there comes out; needed when one does. */
  removalReason?: RemovalReason
  /** What goes into the slot that it leaves; it stays empty when left out. */
  replacementPartTypeId?: string
  confirmed?: ConfirmedWork[]
  note?: string
}

export const movePart: ActionShape<MovePart> = {
  schema: printerAction<MovePart>('move-part', {
    fittingId: uuid.required(),
    toPrinterId: uuid.required(),
    toSlotId: uuid.required(),
    removalReason: Joi.string().valid(...removalReasons),
    replacementPartTypeId: uuid,
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Move a part to another printer; it keeps its age.',
}
