import { screen } from '@testing-library/react'
import { inWorkshop } from '../testing/inWorkshop.tsx'
import { useSession } from './session.tsx'

function Days() {
  const { dayHere } = useSession()
  return <p role="status">{[dayHere(), dayHere(7), dayHere(-1)].join(' ')}</p>
}

it.each([
  [
    'in summer the workshop is an hour ahead: its day has begun',
    '2026-07-15T23:30:00Z',
    '2026-07-16 2026-07-23 2026-07-15',
  ],
  ['in winter it is not', '2026-12-31T23:30:00Z', '2026-12-31 2027-01-07 2026-12-30'],
  ['over a change of the clocks', '2026-10-24T23:30:00Z', '2026-10-25 2026-11-01 2026-10-24'],
])('tells the day on the workshop’s wall: %s', (_when, now, days) => {
  inWorkshop(<Days />, { now })
  expect(screen.getByRole('status').textContent).toBe(days)
})
