import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { trialHalves } from './trialHalves.ts'

const printers = fc.uniqueArray(
  fc.record({ id: fc.uuid(), modelId: fc.constantFrom('a', 'b', 'c'), hours: fc.integer({ min: 0, max: 5000 }) }),
  { selector: ({ id }) => id, maxLength: 30 },
)
const seeds = fc.integer({ min: 0, max: 2 ** 31 - 1 })

describe('halves of a trial', () => {
  test('everyone has an arm, the halves differ by one at most, and each pair is split', () => {
    fc.assert(
      fc.property(printers, seeds, (some, seed) => {
        const arms = trialHalves(some, seed)
        expect(arms.map(({ id }) => id).sort()).toEqual(some.map(({ id }) => id).sort())
        const got = arms.filter(({ arm }) => arm === 'gets it').length
        expect(got).toBe(Math.floor(some.length / 2))
        for (const pair of new Set(arms.map((one) => one.pair)))
          expect(arms.filter((one) => one.pair === pair && one.arm === 'gets it').length).toBeLessThanOrEqual(1)
      }),
    )
  })
  test('the same seed draws the same half, in whatever order the printers are named', () => {
    fc.assert(
      fc.property(printers, seeds, (some, seed) => {
        expect(trialHalves([...some].reverse(), seed)).toEqual(trialHalves(some, seed))
      }),
    )
  })
  test('within a model those of like hours are compared', () => {
    const some = [100, 900, 110, 920].map((hours, i) => ({ id: `p${i}`, modelId: 'a', hours }))
    const pairOf = (id: string) => trialHalves(some, 7).find((one) => one.id === id)?.pair
    expect(pairOf('p0')).toBe(pairOf('p2'))
    expect(pairOf('p1')).toBe(pairOf('p3'))
  })
  test('a coin falls either way as often, and hours do not steer it', () => {
    const some = [100, 110].map((hours, i) => ({ id: `p${i}`, modelId: 'a', hours }))
    let lower = 0
    for (let seed = 0; seed < 400; seed++) if (trialHalves(some, seed)[0]?.arm === 'gets it') lower++
    expect(Math.abs(lower - 200)).toBeLessThan(3 * 10)
  })
})
