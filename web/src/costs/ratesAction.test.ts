import { ratesAction } from './ratesAction.ts'

it('rates go out in minor units; what is empty is told to be none, a role without one is left out', () => {
  const draft = { labour: 30, roles: { technician: 24.5, lead: undefined }, power: undefined, watts: 100, filament: 20 }
  expect(ratesAction(draft, 'EUR')).toEqual({
    kind: 'set-rates',
    labourMinorPerHour: 3000,
    roles: { technician: 2450 },
    powerMinorPerKWh: null,
    watts: 100,
    filamentMinorPerKg: 2000,
  })
})
