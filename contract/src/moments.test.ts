import { isDay, readMoment } from './moments.ts'

it('takes a moment with its zone', () => {
  expect(readMoment('2026-03-01T14:30:00Z')?.toISOString()).toBe('2026-03-01T14:30:00.000Z')
  expect(readMoment('2026-03-01T14:30+01:00')?.toISOString()).toBe('2026-03-01T13:30:00.000Z')
  expect(readMoment('2024-02-29T00:00:00.123Z')).not.toBeNull()
})

it('refuses one without a zone, out of the calendar or out of all time', () => {
  for (const text of [
    '2026-03-01T14:30:00',
    '2026-03-01',
    '2026-02-29T00:00:00Z',
    '0000-01-01T00:00:00Z',
    '9999-12-31T23:59:59Z',
    '1989-12-31T00:00:00Z',
    '+275760-09-13T00:00:00Z',
    'Sun, 01 Mar 2026 14:30:00 GMT',
    '1772375400000',
    '',
  ])
    expect(readMoment(text)).toBeNull()
})

it('knows the days of the calendar', () => {
  expect(['2026-12-31', '2024-02-29'].map(isDay)).toEqual([true, true])
  expect(['2026-02-29', '2026-13-01', '2026-00-10', '0001-01-01', '9999-01-01', '2026-1-1'].map(isDay)).toEqual(
    Array(6).fill(false),
  )
})
