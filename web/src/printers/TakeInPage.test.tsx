import { waitFor } from '@testing-library/react'
import { addressOf, reads } from '@diatribon/contract'
import { choose, pick, press, type } from '../testing/hand.ts'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { idOf, partTypes } from '../testing/made.ts'
import { TakeInPage } from './TakeInPage.tsx'

const model = {
  id: idOf(501),
  make: 'Dunlin',
  name: 'D2',
  slots: [
    { name: 'X belt', kind: 'belt', partTypeId: idOf(201) },
    { name: 'Nozzle', kind: 'nozzle' },
  ],
  limitsConfirmed: true,
}
const answers = {
  [addressOf(reads.models, {})]: [model],
  [addressOf(reads.partTypes, {})]: partTypes,
  [addressOf(reads.printerNames, { retired: null })]: [],
}

it('the first printer is taken in by its name and its place, now, once each slot is told', async () => {
  const { sent } = inWorkshop(<TakeInPage />, { answers })
  await type('Name', 'Limpet')
  await type('Room', 'Shed', { role: 'combobox' })
  await type('Rack', 'A')
  await choose('Nozzle', 'Brass nozzle')
  await pick('The measuring that becomes its baseline', /^It is at work already/)
  await press('Take in')
  await waitFor(() =>
    expect(sent).toMatchObject([
      {
        kind: 'take-in-printer',
        name: 'Limpet',
        room: 'Shed',
        rack: 'A',
        place: 1,
        meterHours: 0,
        parts: { 'X belt': idOf(201), Nozzle: idOf(203) },
        at: expect.stringMatching(/^2026-11-20T10:00/) as string,
      },
    ]),
  )
})
