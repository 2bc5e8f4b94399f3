import { ago, chance, day, hours, money, plural } from './words.ts'

it.each([
  [hours(0), '0 h'],
  [hours(6.64), '6.6 h'],
  [hours(1234.4), '1,234 h'],
  [chance(0.004), 'under 1 %'],
  [chance(0), '0 %'],
  [chance(0.126), '13 %'],
  [money(1234, 'EUR'), '€12.34'],
  [day('2026-12-04'), 'Fri, 4 Dec 2026'],
  [plural(1, 'part'), '1 part'],
  [plural(1200, 'part'), '1,200 parts'],
  [ago('2026-11-20T10:00:00Z', Date.parse('2026-11-20T10:01:00Z')), 'just now'],
  [ago('2026-11-20T10:00:00Z', Date.parse('2026-11-20T13:00:00Z')), '3 h ago'],
  [ago('2026-11-20T10:00:00Z', Date.parse('2026-11-22T10:00:00Z')), '2 days ago'],
])('%s', (written, expected) => expect(written).toBe(expected))
