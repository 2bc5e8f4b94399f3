import { describe, expect, test } from '@jest/globals'
import { costOfWaiting, daysEarly } from './waiting.ts'

describe('what a day of waiting costs', () => {
  const cost = { preventive: 620, failure: 2020 }
  test('a seventh of the chance of a week, times what a failure costs more', () =>
    expect(costOfWaiting(0.14, cost)).toBeCloseTo(0.02 * 1400, 9))
  test('the usual chance where none is known, nothing where no cost is', () => {
    expect(costOfWaiting(null, cost)).toBeCloseTo((0.05 / 7) * 1400, 9)
    expect(costOfWaiting(0.5, null)).toBe(0)
  })
  test('never below nothing, where a failure is the cheaper way', () =>
    expect(costOfWaiting(0.5, { preventive: 10, failure: 5 })).toBe(0))
})

describe('how many days early a part may be changed', () => {
  test('a tenth of its interval in days of its own use', () =>
    // 40 h in 10 days, so that a tenth of 400 h is another 10 days.
    expect(daysEarly({ daysUntilDue: 10, interval: 400, left: 40 })).toBe(10))
  test('three days at least', () => {
    expect(daysEarly({ daysUntilDue: 1, interval: 100, left: 40 })).toBe(3)
    expect(daysEarly({ daysUntilDue: 0, interval: 100, left: 0 })).toBe(3)
  })
})
