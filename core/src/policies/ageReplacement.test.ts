import fc from 'fast-check'
import { meanLife } from '../maths/weibull.ts'
import { ageReplacement, replacementCostRate } from './ageReplacement.ts'

// Barlow & Hunter (1960); values recomputed with a general-purpose statistics package.
it('finds the least-cost age', () => {
  const first = ageReplacement({ shape: 2, scale: 1000 }, { preventive: 1, failure: 5 })
  expect(first).toMatchObject({
    kind: 'at',
    age: expect.closeTo(510.655, 3) as number,
    costRate: expect.closeTo(0.00408524, 8) as number,
    runToFailureCostRate: expect.closeTo(0.0056419, 7) as number,
  })
  const second = ageReplacement({ shape: 3, scale: 500 }, { preventive: 10, failure: 100 })
  expect(second).toMatchObject({
    age: expect.closeTo(191.228, 3) as number,
    costRate: expect.closeTo(0.078987, 7) as number,
  })
})

it('never replaces on a clock what does not wear out', () => {
  for (const shape of [0.5, 1])
    expect(ageReplacement({ shape, scale: 1000 }, { preventive: 1, failure: 50 })).toEqual({
      kind: 'never',
      runToFailureCostRate: expect.closeTo(50 / meanLife({ shape, scale: 1000 }), 12) as number,
    })
})

it('never replaces early for a saving that nobody would notice', () => {
  expect(ageReplacement({ shape: 1.05, scale: 1000 }, { preventive: 1, failure: 1.1 }).kind).toBe('never')
})

it.each([
  [{ shape: 2, scale: 0 }, { preventive: 1, failure: 5 }, 'life-not-positive'],
  [{ shape: 2, scale: 10 }, { preventive: 0, failure: 5 }, 'costs-not-positive'],
  [{ shape: 2, scale: 10 }, { preventive: 5, failure: 5 }, 'costs-reversed'],
])('refuses %j with %j', (life, cost, code) => {
  expect(() => ageReplacement(life, cost)).toThrow(expect.objectContaining({ code }) as Error)
})

it('is a minimum: no other age costs less', () => {
  const lives = fc.record({
    shape: fc.double({ min: 1.2, max: 8, noNaN: true }),
    scale: fc.double({ min: 1, max: 1e5, noNaN: true }),
  })
  fc.assert(
    fc.property(
      lives,
      fc.double({ min: 1.5, max: 100, noNaN: true }),
      fc.double({ min: 0.3, max: 3, noNaN: true }),
      (life, failure, other) => {
        const cost = { preventive: 1, failure }
        const best = ageReplacement(life, cost)
        if (best.kind === 'never') return
        expect(replacementCostRate(life, cost, best.age * other)).toBeGreaterThanOrEqual(best.costRate * (1 - 1e-9))
        expect(best.costRate).toBeLessThan(best.runToFailureCostRate)
      },
    ),
    { numRuns: 200 },
  )
})
