import Joi from 'joi'
import { outcomesOfChange, type OutcomeOfChange } from '../../faults/fault.ts'
import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Whether a change has helped. */
export interface TellOutcome extends PrinterActionHeader<'tell-outcome'> {
  faultId: string
  changeId: string
  outcome: OutcomeOfChange
  note?: string
}

export const tellOutcome: ActionShape<TellOutcome> = {
  schema: printerAction<TellOutcome>('tell-outcome', {
    faultId: uuid.required(),
    changeId: uuid.required(),
    outcome: Joi.string()
      .valid(...outcomesOfChange)
      .required(),
    note: words(2000),
  }),
  summary: 'Tell whether a change has helped.',
}
