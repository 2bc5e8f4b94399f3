import Joi from 'joi'
import type { CostRates } from '../reports/costs.ts'
import { siteAction, type ActionHeader, type ActionShape } from './action.ts'

/** What an hour of work, a kilowatt hour and a kilogram of filament cost from now on. */
export interface SetRates extends ActionHeader<'set-rates'>, CostRates {}

const money = Joi.number().integer().min(0).max(10_000_000)

export const setRates: ActionShape = {
  schema: siteAction('set-rates', {
    labourMinorPerHour: money.required(),
    roles: Joi.object({ member: money, operator: money, technician: money, lead: money }).required(),
    powerMinorPerKWh: money.allow(null).required(),
    watts: Joi.number().min(0).max(100_000).allow(null).required(),
    filamentMinorPerKg: money.allow(null).required(),
  }),
  areas: ['people', 'lives', 'plan', 'upgrades', 'logbook'],
  summary: 'Set what work, power and filament cost.',
}
