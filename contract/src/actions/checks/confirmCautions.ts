import Joi from 'joi'
import { neededStates, type NeededState } from '../../checks/checkType.ts'
import { printerAction, uuid, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** The cautions were read and the printer is in the state that the next steps need. */
export interface ConfirmCautions extends PrinterActionHeader<'confirm-cautions'> {
  sheetId: string
  state: Exclude<NeededState, 'any'>
}

export const confirmCautions: ActionShape<ConfirmCautions> = {
  schema: printerAction<ConfirmCautions>('confirm-cautions', {
    sheetId: uuid.required(),
    state: Joi.string()
      .valid(...neededStates.filter((state) => state !== 'any'))
      .required(),
  }),
  summary: 'Confirm that the cautions are read and the printer is cold, hot or unplugged as the steps need it.',
}
