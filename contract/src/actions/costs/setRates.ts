import Joi from 'joi'
import type { CostRates } from '../../costs/costs.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** What an hour of work, a kilowatt hour and a kilogram of filament cost from now on. */
export interface SetRates extends ActionHeader<'set-rates'>, CostRates {
  /** The version that was seen; left out: last one wins. */
  version?: number
}

/** Minor units. Beyond these no workshop pays, in any currency that is likely here: a slip of the finger. */
const upTo = (most: number) => Joi.number().integer().min(0).max(most)
const wage = upTo(1_000_000)

export const setRates: ActionShape<SetRates> = {
  schema: siteAction<SetRates>('set-rates', {
    version: seenVersion,
    labourMinorPerHour: wage.required(),
    roles: Joi.object({ member: wage, operator: wage, technician: wage, lead: wage }).required(),
    powerMinorPerKWh: upTo(100_000).allow(null).required(),
    watts: Joi.number().min(0).max(20_000).allow(null).required(),
    filamentMinorPerKg: upTo(5_000_000).allow(null).required(),
  }),
  summary: 'Set what work, power and filament cost.',
}
