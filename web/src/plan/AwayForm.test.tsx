import { addressOf, reads, type PersonHere } from '@diatribon/contract'
import { choose, press, type } from '../testing/hand.ts'
import { idOf } from '../testing/made.ts'
import { sends } from '../testing/sends.tsx'
import { AwayForm } from './AwayForm.tsx'

const weekly = [{ weekday: 2, from: '09:00', until: '17:00' }]
const staff = [
  { id: idOf(1), displayName: 'Test lead', shifts: { weekly, days: [] } },
  { id: idOf(2), displayName: 'Tess', shifts: { weekly, days: [{ day: '2026-11-24', spans: [] }] } },
] as unknown as PersonHere[]
const answers = {
  [addressOf(reads.people, {})]: staff,
  [addressOf(reads.versions, {})]: { calendar: 4, [`shifts ${idOf(2)}`]: 7 },
}
const filledIn = (hand: () => Promise<void>) =>
  sends((onClose) => <AwayForm today="2026-11-20" onClose={onClose} />, hand, { answers })

it('somebody away keeps the week and the other days', async () => {
  const sent = await filledIn(async () => {
    await choose('Who', 'Tess')
    await type('Day', '26 Nov 2026')
    await press('Plan without')
  })
  const days = [
    { day: '2026-11-24', spans: [] },
    { day: '2026-11-26', spans: [] },
  ]
  expect(sent).toMatchObject([{ kind: 'set-shifts', personId: idOf(2), weekly, days }])
})

it('somebody who is here after all has the day as every week', async () => {
  const sent = await filledIn(async () => {
    await choose('Who', 'Tess')
    await choose('On that day', 'here as usual')
    await type('Day', '24 Nov 2026')
    await press('Plan as usual')
  })
  expect(sent).toMatchObject([{ kind: 'set-shifts', days: [] }])
})

it('a day on which nobody is here is one of the workshop', async () => {
  const sent = await filledIn(async () => {
    await choose('Who', 'The whole workshop: closed')
    await type('Day', '24 Dec 2026')
    await press('Close the day')
  })
  expect(sent).toMatchObject([{ kind: 'set-calendar', closedWeekdays: [], closedDays: ['2026-12-24'], version: 4 }])
})
