import type { SetRates } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const setRates: ActionKind<SetRates> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const { labourMinorPerHour, roles, powerMinorPerKWh, watts, filamentMinorPerKg } = action
    const site = await facts.site(siteId)
    await facts.load('costRates', 'id', [siteId])
    facts.put('site', { ...site, labourCostMinorPerHour: labourMinorPerHour })
    facts.put('costRates', { id: siteId, siteId, roles, powerMinorPerKWh, watts, filamentMinorPerKg })
  },
  words: ({ labourMinorPerHour, powerMinorPerKWh, filamentMinorPerKg }, { money }) =>
    `Work ${money(labourMinorPerHour)} an hour${powerMinorPerKWh === null ? '' : `, power ${money(powerMinorPerKWh)} a kilowatt hour`}` +
    `${filamentMinorPerKg === null ? '' : `, filament ${money(filamentMinorPerKg)} a kilogram`}`,
}
