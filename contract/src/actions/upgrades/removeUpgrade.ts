import Joi from 'joi'
import { confirmedWorkField } from '../../people/signOffFields.ts'
import type { ConfirmedWork } from '../../people/signOffs.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** An upgrade is taken off again: slots, parts and limits are what they were before it. */
export interface RemoveUpgrade extends PrinterActionHeader<'remove-upgrade'> {
  changeId: string
  reason: string
  alreadyBack?: true
  confirmed?: ConfirmedWork[]
}

export const removeUpgrade: ActionShape<RemoveUpgrade> = {
  schema: printerAction<RemoveUpgrade>('remove-upgrade', {
    changeId: uuid.required(),
    reason: words(500).required(),
    alreadyBack: Joi.boolean().valid(true),
    confirmed: confirmedWorkField,
  }),
  summary: 'Take an upgrade off a printer again.',
}
