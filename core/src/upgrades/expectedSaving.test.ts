import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { meanDifference } from './meanDifference.ts'
import { expectedSaving, upgradeAdvice, whereFirst } from './expectedSaving.ts'

const trouble = { faults: 12, printerYears: 20, printers: 10, costOfFaultMinor: 3000 }

describe('what an upgrade should save', () => {
  // By hand: 12/20 × 10 = 6 faults a year; 0.8 × 3000 each; 0.3·0.2 + 0.8·0.4 + 1·0.25 = 0.63 of it comes true.
  test('by hand', () => {
    const saving = expectedSaving(trouble, { share: 0.8, costMinor: 500 })
    expect(saving.faultsPerYear).toBeCloseTo(6, 9)
    expect(saving.savedMinor).toBeCloseTo(6 * 0.8 * 3000 * 0.63, 6)
    expect(saving.costMinor).toBe(5000)
    expect(saving.years).toBeCloseTo(5000 / 9072, 6)
  })
  // Jeffreys limits of a Poisson count of 12 by the chi-square with 25 degrees: half of 13.120 and 40.646 (Abramowitz & Stegun 1964, table 26.8).
  test('the range of the rate by the table of chi-square', () => {
    const { faultsRange } = expectedSaving(trouble, { share: 0.8, costMinor: 500 })
    expect(faultsRange[0]).toBeCloseTo((13.12 / 2) * 0.5, 2)
    expect(faultsRange[1]).toBeCloseTo((40.646 / 2) * 0.5, 2)
  })
  test('where it is installed, what was seen there weighs', () => {
    const of = (before: number, after: number) =>
      expectedSaving(
        trouble,
        { share: 0.8, costMinor: 500 },
        { before: { events: before, time: 1000 }, after: { events: after, time: 1000 } },
      )
    const unseen = expectedSaving(trouble, { share: 0.8, costMinor: 500 })
    expect(of(12, 12).savedMinor).toBeLessThan(unseen.savedMinor / 3)
    expect(of(12, 1).savedMinor).toBeGreaterThan(unseen.savedMinor)
    expect(of(0, 0).savedMinor).toBeCloseTo(unseen.savedMinor, 9)
  })
  test('dearer is less sure, more faults more sure; the sure ones come first', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 5000 }), (faults, costMinor) => {
        const chance = (n: number, cost: number) =>
          expectedSaving({ ...trouble, faults: n }, { share: 0.8, costMinor: cost }).chance
        expect(chance(faults + 5, costMinor)).toBeGreaterThanOrEqual(chance(faults, costMinor) - 1e-9)
        expect(chance(faults, costMinor * 2)).toBeLessThanOrEqual(chance(faults, costMinor) + 1e-9)
      }),
      { numRuns: 50 },
    )
  })
})

describe('where first', () => {
  const first = (faults: number, costMinor: number, printerYears = 20) => {
    const of = { ...trouble, faults, printerYears }
    return whereFirst(expectedSaving(of, { share: 0.8, costMinor }), of).first
  }
  test('what pays soon, what may, what nobody needs, and what is not known', () => {
    expect(first(12, 500)).toBe('start here')
    expect(first(12, 1500)).toBe('worth a trial')
    expect(first(12, 20_000)).toBe('not needed here')
    expect(first(0, 500)).toBe('not needed here')
    expect(first(0, 5000, 0.3)).toBe('not known yet')
  })
  test('in words', () => {
    expect(upgradeAdvice([])).toBe('No upgrade is written down yet.')
    expect(
      upgradeAdvice([
        { name: 'A', first: 'start here' },
        { name: 'B', first: 'start here' },
        { name: 'C', first: 'start here' },
        { name: 'D', first: 'not needed here' },
      ]),
    ).toBe('Start with A and B. Not needed here: D.')
    expect(upgradeAdvice([{ name: 'A', first: 'worth a trial' }])).toContain('Try A on half of the printers')
    const against = 'levers'
    expect(
      upgradeAdvice([
        { name: 'Metal', first: 'start here', against },
        { name: 'Brace', first: 'start here', against },
        { name: 'Grille', first: 'start here' },
      ]),
    ).toBe('Start with Metal and Grille.')
  })
})

describe('the mean of differences', () => {
  // Student (1908), the sleep of ten patients with two drugs: differences, mean 1.58, sd 1.23; t 2.262 at nine degrees.
  test('of Student’s own example', () => {
    const found = meanDifference([1.2, 2.4, 1.3, 1.3, 0.0, 1.0, 1.8, 0.8, 4.6, 1.4])!
    expect(found.mean).toBeCloseTo(1.58, 9)
    expect(found.limits[0]).toBeCloseTo(0.7001, 3)
    expect(found.limits[1]).toBeCloseTo(2.4599, 3)
  })
  test('of one pair is none', () => {
    expect(meanDifference([1])).toBeNull()
  })
})
