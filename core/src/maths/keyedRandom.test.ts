import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { keyedRandom } from './keyedRandom.ts'
import { normalQuantile, normalTail } from './normal.ts'

describe('numbers drawn by their place', () => {
  const count = 20_000
  const even = (values: number[]) =>
    [...values].sort((a, b) => a - b).reduce((most, value, i) => Math.max(most, Math.abs(value - (i + 0.5) / count)), 0)

  test.each([
    ['along the last place', (i: number) => keyedRandom(7, 3, 1, i)],
    ['along the first place', (i: number) => keyedRandom(7, i, 1, 3)],
    ['along seeds', (i: number) => keyedRandom(i, 3, 1)],
  ])('are even %s', (_, draw) => {
    // Kolmogorov's distance is above 1.63/√n in 1 of 100 (NIST/SEMATECH e-Handbook 1.3.5.16).
    expect(even(Array.from({ length: count }, (__, i) => draw(i)))).toBeLessThan(1.63 / Math.sqrt(count))
  })

  test('neighbours tell nothing of each other', () => {
    const values = Array.from({ length: count }, (_, i) => keyedRandom(7, 3, i) - 0.5)
    const correlation = (12 * values.slice(1).reduce((sum, value, i) => sum + value * values[i]!, 0)) / (count - 1)
    expect(Math.abs(correlation)).toBeLessThan(3 / Math.sqrt(count))
  })

  test('are the same for the same place, and lie between 0 and 1', () => {
    fc.assert(
      fc.property(fc.integer(), fc.array(fc.integer(), { maxLength: 4 }), (seed, places) => {
        const value = keyedRandom(seed, ...places)
        expect(value).toBe(keyedRandom(seed, ...places))
        expect(value).toBeGreaterThan(0)
        expect(value).toBeLessThan(1)
      }),
    )
  })
})

describe('normal quantile', () => {
  // Abramowitz & Stegun (1964), table 26.5.
  test.each([
    [0.5, 0],
    [0.9, 1.2815516],
    [0.975, 1.959964],
    [0.995, 2.5758293],
    [0.0001, -3.7190165],
  ])('at %f it is %f', (p, z) => expect(normalQuantile(p)).toBeCloseTo(z, 6))

  test('undoes the tail', () => {
    fc.assert(
      fc.property(fc.double({ min: -6, max: 6, noNaN: true }), (z) => {
        expect(normalQuantile(Math.exp(normalTail(-z).logUpperTail))).toBeCloseTo(z, 5)
      }),
    )
  })
})
