import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** The part comes out of a slot and nothing goes in. */
export interface EmptySlot extends PrinterActionHeader<'empty-slot'> {
  slotId: string
  /** The fitting that the person saw in the slot. */
  fittingId: string
  removalReason: RemovalReason
  confirmed?: ConfirmedWork[]
  note?: string
}

export const emptySlot: ActionShape<EmptySlot> = {
  schema: printerAction<EmptySlot>('empty-slot', {
    slotId: uuid.required(),
    fittingId: uuid.required(),
    removalReason: Joi.string()
      .valid(...removalReasons)
      .required(),
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Take the part out of a slot and leave it empty.',
}
