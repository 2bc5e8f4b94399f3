import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { shareOut } from '../maths/shareOut.ts'
import { sharedGoods } from './sharedGoods.ts'

const weights = fc
  .array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 1, maxLength: 12 })
  .filter((some) => some.some((one) => one > 0.01))

test('what is shared out loses nothing, and nobody is more than one away from the exact share', () => {
  fc.assert(
    fc.property(fc.integer({ min: -1e7, max: 1e7 }), weights, (total, some) => {
      const shares = shareOut(total, some)
      const sum = some.reduce((all, one) => all + one, 0)
      expect(shares.reduce((all, one) => all + one, 0)).toBe(total)
      shares.forEach((share, i) => expect(Math.abs(share - (total * some[i]!) / sum)).toBeLessThan(1 + 1e-6))
    }),
  )
})

describe('hours of a farm from its goods', () => {
  // By hand: 2,150 pieces of 14 min on eight printers of like use: 269 or 268 each, 62.6 h.
  test('of printers that run alike', () => {
    const shares = sharedGoods({ pieces: 2150, minutesEach: 14 }, Array<number>(8).fill(7))
    expect(shares.map(({ pieces }) => pieces)).toEqual([269, 269, 269, 269, 269, 269, 268, 268])
    expect(shares[7]!.hours).toBeCloseTo((268 * 14) / 60, 9)
    expect(shares[0]!.range[0]).toBeLessThan(45)
    expect(shares[0]!.range[1]).toBeGreaterThan(80)
  })
  test('by what each usually runs; the hours add up, and lie within their ranges', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), weights, (pieces, use) => {
        const shares = sharedGoods({ pieces, minutesEach: 30 }, use)
        expect(shares.reduce((sum, { hours }) => sum + hours, 0)).toBeCloseTo(pieces / 2, 6)
        for (const { hours, range } of shares) {
          expect(hours).toBeGreaterThanOrEqual(range[0] - 0.5 - 1e-9)
          expect(hours).toBeLessThanOrEqual(range[1] + 0.5 + 1e-9)
        }
      }),
    )
  })
  test('of one printer is all of it, without doubt', () => {
    expect(sharedGoods({ pieces: 10, minutesEach: 6 }, [0])).toEqual([{ pieces: 10, hours: 1, range: [1, 1] }])
    expect(() => sharedGoods({ pieces: 0, minutesEach: 6 }, [1])).toThrow('at least one')
  })
})
