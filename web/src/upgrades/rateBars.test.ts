import { expect, test } from '@jest/globals'
import { rateBars } from './rateBars.ts'

test('a rate in 1,000 h lies within its range; where nothing ran there is no bar', () => {
  const bars = rateBars({
    before: { events: 10, hours: 5000 },
    after: { events: 0, hours: 2000 },
    others: { before: { events: 4, hours: 4000 }, after: { events: 0, hours: 0 } },
  })
  expect(bars.map(({ name }) => name)).toEqual(['With it, before', 'With it, after', 'Without it, before'])
  expect(bars[0]!.rate).toBe(2)
  // Exact 95 % limits of ten events: 4.80 to 18.39 (Garwood 1936).
  expect(bars[0]!.lower * 5).toBeCloseTo(4.8, 0)
  expect(bars[0]!.upper * 5).toBeCloseTo(18.39, -0.5)
  // None seen: at most three by the rule of three.
  expect([bars[1]!.lower, bars[1]!.upper]).toEqual([0, 1.5])
})
