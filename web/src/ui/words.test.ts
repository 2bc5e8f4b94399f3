import { ago, amount, chance, day, duration, hours, money, plural } from './words.ts'

it.each([
  [hours(0), '0 h'],
  [hours(6.64), '6.6 h'],
  [hours(1234.4), '1,234 h'],
  [duration(0.9983), '1 h 0 min'],
  [duration(25.5), '25 h 30 min'],
  [amount(291.4, 'hours'), '291 h'],
  [amount(1180, 'abrasive metres'), '1,180 m abrasive'],
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
