import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** A part comes out of a slot and another goes in. */
export interface SwapPart extends PrinterActionHeader<'swap-part'> {
  slotId: string
  /** The fitting that the person saw in the slot; when given, another one there now refuses the swap. */
  fittingId?: string
  /** Why the old part comes out; left out when the slot is empty. */
  removalReason?: RemovalReason
  /** It was found failed at a look; nobody saw it happen. */
  foundAtLook?: boolean
  partTypeId: string
  /** A part that came out still good goes in again, here or on another printer: the fitting in which it was last. */
  usedFittingId?: string
  /** The fault that it is changed for: then it counts as one change tried. */
  faultId?: string
  /** Hot or mains work: the cautions were read and are kept to. */
  confirmed?: ConfirmedWork[]
  note?: string
}

export const swapPart: ActionShape<SwapPart> = {
  schema: printerAction<SwapPart>('swap-part', {
    slotId: uuid.required(),
    fittingId: uuid,
    removalReason: Joi.string().valid(...removalReasons),
    foundAtLook: Joi.boolean(),
    partTypeId: uuid.required(),
    usedFittingId: uuid,
    faultId: uuid,
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Take the part out of a slot, say why, and put a new one in.',
}
