import { momentAt, readDay, wallOf } from './dayText.ts'

it.each([
  ['2026-03-01', '2026-03-01'],
  ['1 Mar 2026', '2026-03-01'],
  ['1 March 2026', '2026-03-01'],
  ['01 mar 2026', '2026-03-01'],
  ['09/08/2026', '2026-08-09'],
  ['1.3.2026', '2026-03-01'],
  ['01.03.2026', '2026-03-01'],
  [' 3/4/2026 ', '2026-04-03'],
  ['29.2.2028', '2028-02-29'],
])('reads %s as %s', (text, day) => expect(readDay(text)).toBe(day))

it.each(['', '31.2.2026', '2026-13-01', 'tomorrow', '1.3.26', '2026'])('does not guess at “%s”', (text) =>
  expect(readDay(text)).toBeNull(),
)

// IANA time zone database: Lisbon is at UTC in winter and one hour ahead in summer, from 29 March 2026 on.
it('tells moments by the clock of the workshop, in summer and winter', () => {
  expect(momentAt('2026-01-15', '08:30', 'Europe/Lisbon')).toBe('2026-01-15T08:30:00.000Z')
  expect(momentAt('2026-07-15', '08:30', 'Europe/Lisbon')).toBe('2026-07-15T07:30:00.000Z')
  expect(wallOf('2026-07-15T23:30:00.000Z', 'Europe/Lisbon')).toEqual({ day: '2026-07-16', time: '00:30' })
})
