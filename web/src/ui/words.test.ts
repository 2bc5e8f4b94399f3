import { ago, amount, chance, day, duration, hours, money, plural, riskWords, withDays } from './words.ts'

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

it('tells a risk as a range, or as a word where few have failed', () => {
  expect(riskWords({ failureChance: null, failureRange: null })).toBe('chance not known yet')
  expect(riskWords({ failureChance: 0.05, failureRange: [0.028, 0.084] })).toBe('3 to 8 % fail this week')
  expect(riskWords({ failureChance: 0.001, failureRange: [0, 0.004] })).toBe('about 0 % fail this week')
  expect(riskWords({ failureChance: 0.01, failureRange: null })).toBe('hardly likely to fail this week')
  expect(riskWords({ failureChance: 0.05, failureRange: null })).toBe('may fail this week')
  expect(riskWords({ failureChance: 0.4, failureRange: null })).toBe('likely to fail soon')
})

test('days in a sentence are written as people write them, and nothing else is touched', () => {
  expect(withDays('It cannot be done before 2031-11-24, on 300-12.')).toBe(
    'It cannot be done before 24 Nov 2031, on 300-12.',
  )
  expect(withDays('The printer is booked.')).toBe('The printer is booked.')
})
