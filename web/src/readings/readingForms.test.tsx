import { screen } from '@testing-library/react'
import { addressOf, reads } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { limpet } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { AdjustForm } from './AdjustForm.tsx'
import { ReadingForm } from './ReadingForm.tsx'

const printerId = limpet.id
const answers = {
  [addressOf(reads.readingKinds, {})]: [
    { name: 'X belt pitch', unit: 'Hz', corrections: 'begin anew' },
    { name: 'nozzle height', unit: 'mm', corrections: 'go on' },
  ],
}

it('a reading goes with the unit of its kind', async () => {
  const sent = await sends(
    (onClose) => <ReadingForm printer={limpet} onClose={onClose} />,
    async () => {
      await choose('What was measured?', 'nozzle height')
      await type('Value, in mm', '-0.12')
      await press('Keep')
    },
    { answers },
  )
  expect(sent).toEqual([
    { kind: 'record-reading', printerId, values: [{ name: 'nozzle height', value: -0.12, unit: 'mm' }] },
  ])
})

it('what is set now is asked, and sent, of a single reading only', async () => {
  const sent = await sends(
    (onClose) => <AdjustForm printer={limpet} onClose={onClose} />,
    async () => {
      await choose(/Which readings/, 'nozzle height')
      await type(/^Now, in mm/, '0.05')
      await type('What was done?', 'Raised')
      await screen.findByText('What it is set to; its corrections are its drift.')
      await choose(/Which readings/, 'X belt pitch')
      expect(screen.queryByRole('textbox', { name: /^Now, in/ })).toBeNull()
      await press('Write it down')
    },
    { answers },
  )
  expect(sent).toEqual([
    { kind: 'adjust-printer', printerId, readings: ['nozzle height', 'X belt pitch'], what: 'Raised' },
  ])
})
