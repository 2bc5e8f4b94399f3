import Joi from 'joi'
import { limitFields } from '../../parts/modelFields.ts'
import type { MachineLimits } from '../../parts/model.ts'
import { printerAction, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** What one printer can do, other than its model: more after an upgrade, less where it is not what it was. */
export interface ChangeLimits extends PrinterActionHeader<'change-limits'> {
  limits: Partial<MachineLimits>
  reason: string
}

export const changeLimits: ActionShape<ChangeLimits> = {
  schema: printerAction<ChangeLimits>('change-limits', {
    limits: Joi.object(limitFields).min(1).required(),
    reason: words(500).required(),
  }),
  summary: 'Raise or lower the limits of one printer.',
}
