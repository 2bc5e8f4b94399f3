import Joi from 'joi'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

export interface KitSwap {
  slotId: string
  fittingId?: string
  removalReason: RemovalReason
  partTypeId: string
}

/** What belongs together is changed together, each part with its own reason. */
export interface SwapKit extends PrinterActionHeader<'swap-kit'> {
  kit: string
  swaps: KitSwap[]
  faultId?: string
  confirmed?: ConfirmedWork[]
  note?: string
}

export const swapKit: ActionShape<SwapKit> = {
  schema: printerAction<SwapKit>('swap-kit', {
    kit: words(60).required(),
    swaps: Joi.array()
      .items(
        Joi.object({
          slotId: uuid.required(),
          fittingId: uuid,
          removalReason: Joi.string()
            .valid(...removalReasons)
            .required(),
          partTypeId: uuid.required(),
        }),
      )
      .min(2)
      .max(20)
      .unique('slotId')
      .required(),
    faultId: uuid,
    confirmed: confirmedWorkField,
    note: words(2000),
  }),
  summary: 'Change parts that belong together in one go.',
}
