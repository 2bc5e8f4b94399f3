import Joi from 'joi'
import { onHoldOrders, type PlanRules } from '../../plan/fortnight.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** By which rules the workshop plans. */
export interface SetPlanRules extends ActionHeader<'set-plan-rules'>, PlanRules {
  /** The version that was seen; left out: last one wins. */
  version?: number
}

export const setPlanRules: ActionShape<SetPlanRules> = {
  schema: siteAction<SetPlanRules>('set-plan-rules', {
    version: seenVersion,
    days: Joi.number().integer().min(7).max(56).required(),
    shareOfShift: Joi.number().min(0.01).max(1).required(),
    setUpMinutes: Joi.number().min(0).max(240).required(),
    changeCostMinor: Joi.number().integer().min(0).max(100_000_000).required(),
    onHold: Joi.string()
      .valid(...onHoldOrders)
      .required(),
  }),
  summary: 'Set by which rules the workshop plans.',
}
