import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A slot leaves a printer, with the part in it. */
export interface LeaveSlot extends PrinterActionHeader<'leave-slot'> {
  slotId: string
  /** Why the part in it comes out; left out when it is empty. */
  removalReason?: RemovalReason
  reason: string
  confirmed?: ConfirmedWork[]
}

export const leaveSlot: ActionShape<LeaveSlot> = {
  schema: printerAction<LeaveSlot>('leave-slot', {
    slotId: uuid.required(),
    removalReason: Joi.string().valid(...removalReasons),
    reason: words(500).required(),
    confirmed: confirmedWorkField,
  }),
  summary: 'Take a slot off a printer, with the part in it.',
}
