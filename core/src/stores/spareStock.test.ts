import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { InputProblem } from '../inputProblem.ts'
import { seeded } from '../testing/lifetimes.ts'
import { spareStock } from './spareStock.ts'

describe('smallest stock for a chance', () => {
  // Poisson of mean 2, e⁻²·Σ 2ᵏ/k!: at most 4: 7e⁻² = 0.94735, at most 5: 7.26667e⁻² = 0.98344 (Abramowitz & Stegun 1964, 26.1.22).
  test('of a Poisson demand of 2', () => {
    const { stock, probability } = spareStock({ mean: 2, target: 0.95 })
    expect(stock).toBe(5)
    expect(probability).toBeCloseTo(0.98344, 5)
    expect(spareStock({ mean: 2, target: 0.947 })).toEqual({ stock: 4, probability: expect.closeTo(0.94735, 5) })
  })
  test('of a variance that is the mean is the same', () =>
    expect(spareStock({ mean: 2, variance: 2, target: 0.95 })).toEqual(spareStock({ mean: 2, target: 0.95 })))
  test('of no demand is none', () =>
    expect(spareStock({ mean: 0, target: 0.99 })).toEqual({ stock: 0, probability: 1 }))
  // A geometric demand of mean 1 (size 1): at most k with chance 1 − 2^−(k+1).
  test('of a demand that scatters more', () =>
    expect(spareStock({ mean: 1, variance: 2, target: 0.9 })).toEqual({
      stock: 3,
      probability: expect.closeTo(0.9375, 9),
    }))
  // Two tosses of a coin: at most 1 in 3 of 4 cases.
  test('of a demand that scatters less', () =>
    expect(spareStock({ mean: 1, variance: 0.5, target: 0.7 })).toEqual({
      stock: 1,
      probability: expect.closeTo(0.75, 9),
    }))

  const asked = fc.record({
    mean: fc.double({ min: 0.01, max: 60, noNaN: true }),
    target: fc.double({ min: 0.5, max: 0.999, noNaN: true }),
  })
  test('keeps what it promises, with one piece less it would not, and more is never less', () => {
    fc.assert(
      fc.property(asked, fc.option(fc.double({ min: 0.2, max: 4, noNaN: true }), { nil: undefined }), (of, scatter) => {
        const variance = scatter === undefined ? undefined : of.mean * scatter
        const { stock, probability } = spareStock({ ...of, ...(variance ? { variance } : {}) })
        expect(probability).toBeGreaterThanOrEqual(of.target - 1e-9)
        const surer = spareStock({ ...of, target: (1 + of.target) / 2, ...(variance ? { variance } : {}) })
        expect(surer.stock).toBeGreaterThanOrEqual(stock)
        expect(spareStock({ ...of, mean: of.mean * 1.5 }).stock).toBeGreaterThanOrEqual(spareStock(of).stock)
      }),
    )
  })

  test('covers a drawn demand as often as it says', () => {
    const random = seeded(17)
    const { stock, probability } = spareStock({ mean: 3.4, target: 0.9 })
    let covered = 0
    for (let i = 0; i < 4000; i++) {
      let [demand, product] = [0, random()]
      while (product > Math.exp(-3.4)) [demand, product] = [demand + 1, product * random()]
      if (demand <= stock) covered++
    }
    expect(Math.abs(covered / 4000 - probability)).toBeLessThan(4 * Math.sqrt((probability * (1 - probability)) / 4000))
  })

  test.each([
    { mean: -1, target: 0.9 },
    { mean: 1, target: 1 },
    { mean: 1, target: 0 },
    { mean: 1, variance: 0, target: 0.9 },
  ])('refuses %j', (of) => expect(() => spareStock(of)).toThrow(InputProblem))
})
