import { addressOf, reads, type PersonHere } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { ShiftForm } from './ShiftForm.tsx'

const tess = {
  id: idOf(2),
  displayName: 'Tess',
  shifts: {
    weekly: [
      { weekday: 2, from: '09:00', until: '17:00' },
      { weekday: 4, from: '09:00', until: '17:00' },
    ],
    days: [],
  },
} as unknown as PersonHere
const answers = { [addressOf(reads.versions, {})]: {} }

it('shifts are dropped, moved to another day and added, single days are away or here', async () => {
  const sent = await sends(
    (onClose) => <ShiftForm person={tess} onClose={onClose} />,
    async () => {
      await press('Drop shift 1')
      await choose('Day of shift 1', 'Friday')
      await press('Add a shift')
      await press('Add a day')
      await press('Add a day')
      await type('Single day 2', '24 Nov 2026')
      await choose('Here on single day 2', 'here')
      await press('Set the shifts')
    },
    { answers },
  )
  expect(sent).toMatchObject([
    {
      kind: 'set-shifts',
      personId: tess.id,
      weekly: [
        { weekday: 5, from: '09:00', until: '17:00' },
        { weekday: 2, from: '09:00', until: '17:00' },
      ],
      days: [
        { day: '2026-11-20', spans: [] },
        { day: '2026-11-24', spans: [{ from: '09:00', until: '17:00' }] },
      ],
    },
  ])
})
