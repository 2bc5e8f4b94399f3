import { addressOf, reads } from '@diatribon/contract'
import { press, type } from '../testing/hand.ts'
import { sends } from '../testing/sends.tsx'
import { RatesForm } from './RatesForm.tsx'

const rates = {
  labourMinorPerHour: 3000,
  roles: { technician: 2400 },
  powerMinorPerKWh: 30,
  watts: 100,
  filamentMinorPerKg: null,
}
const answers = { [addressOf(reads.versions, {})]: {} }

it('rates are shown in whole units, and those that were not touched go out as they were', async () => {
  const sent = await sends(
    (onClose) => <RatesForm rates={rates} onClose={onClose} />,
    async () => {
      await type('Of a technician', '25')
      await type(/A kilogram of filament/, '19.9')
      await press('Set')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    {
      kind: 'set-rates',
      labourMinorPerHour: 3000,
      roles: { technician: 2500 },
      powerMinorPerKWh: 30,
      watts: 100,
      filamentMinorPerKg: 1990,
    },
  ])
})
