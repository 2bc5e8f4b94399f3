import fc from 'fast-check'
import { failedAt, handbookUnits, runningAt } from '../testing/handbookUnits.ts'
import { fitWeibull } from './fitWeibull.ts'
import type { LifeRecord } from './lifeRecord.ts'

/** Records with at least two distinct failure ages. */
const histories = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 1, max: 5000 }), { minLength: 2, maxLength: 15 }),
    fc.array(fc.integer({ min: 0, max: 5000 }), { maxLength: 15 }),
  )
  .map(([failed, running]): LifeRecord[] => [
    ...failed.map((age) => failedAt(age)),
    ...running.map((age) => runningAt(age)),
  ])

describe('the handbook example', () => {
  // NIST/SEMATECH e-Handbook 8.4.1.2; limits recomputed with a general-purpose statistics package.
  const fit = fitWeibull(handbookUnits)

  it('gives the published shape and scale', () => {
    expect(fit.shape).toBeCloseTo(1.7208, 4)
    expect(fit.scale).toBeCloseTo(606.528, 3)
    expect(fit.logLikelihood).toBeCloseTo(-75.13462, 5)
  })

  it('gives the profile-likelihood limits', () => {
    expect(fit.shapeLimits[0]).toBeCloseTo(0.90565, 5)
    expect(fit.shapeLimits[1]).toBeCloseTo(2.88574, 5)
    expect(fit.scaleLimits[0]).toBeCloseTo(437.56, 2)
    expect(fit.scaleLimits[1]).toBeCloseTo(1118.88, 2)
  })

  it('does not care whether equal parts are listed one by one', () => {
    const oneByOne = [...handbookUnits.slice(0, 10), ...Array.from({ length: 10 }, () => runningAt(500))]
    expect(fitWeibull(oneByOne).shape).toBeCloseTo(fit.shape, 10)
  })
})

describe('a case small enough for paper', () => {
  // Two failures at 1 and e, none running: with k the shape, (eᵏ/(1 + eᵏ)) − 1/k − 1/2 = 0, so tanh(k/2) = 2/k, k = 2.39936.
  const fit = fitWeibull([failedAt(1), failedAt(Math.E)])

  it('solves the likelihood equation', () => {
    expect(Math.tanh(fit.shape / 2)).toBeCloseTo(2 / fit.shape, 9)
    expect(fit.shape).toBeCloseTo(2.39936, 4)
    expect(fit.scale).toBeCloseTo(((1 + Math.exp(fit.shape)) / 2) ** (1 / fit.shape), 9)
  })
})

describe('properties', () => {
  it('scales with the ages', () => {
    fc.assert(
      fc.property(histories, fc.double({ min: 0.01, max: 100, noNaN: true }), (records, factor) => {
        const before = fitWeibull(records)
        const after = fitWeibull(
          records.map(({ lower, upper, weight }) => ({
            lower: lower! * factor,
            upper: upper && upper * factor,
            weight,
          })),
        )
        expect(after.scale / (before.scale * factor)).toBeCloseTo(1, 6)
        expect(after.shape / before.shape).toBeCloseTo(1, 6)
      }),
      { numRuns: 60 },
    )
  })

  it('does not depend on the order of the records', () => {
    fc.assert(
      fc.property(
        histories.chain((records) =>
          fc.tuple(fc.constant(records), fc.shuffledSubarray(records, { minLength: records.length })),
        ),
        ([records, shuffled]) => {
          expect(fitWeibull(shuffled)).toEqual(fitWeibull(records))
        },
      ),
      { numRuns: 60 },
    )
  })

  it('learns nothing from a part that runs at age 0', () => {
    fc.assert(
      fc.property(histories, (records) => {
        expect(fitWeibull([...records, runningAt(0, 7)])).toEqual(fitWeibull(records))
      }),
      { numRuns: 40 },
    )
  })

  it('keeps the best value inside its limits', () => {
    fc.assert(
      fc.property(histories, (records) => {
        const { shape, scale, shapeLimits, scaleLimits } = fitWeibull(records)
        for (const [value, [low, high]] of [
          [shape, shapeLimits],
          [scale, scaleLimits],
        ] as const) {
          if (low !== null) expect(low).toBeLessThan(value)
          if (high !== null) expect(high).toBeGreaterThan(value)
        }
      }),
      { numRuns: 100 },
    )
  })
})

describe('what the data cannot tell', () => {
  it.each([
    ['no records', [], 'no-records'],
    ['nothing failed', [runningAt(10), runningAt(20)], 'no-failures'],
    ['dead on arrival only', [failedAt(0), runningAt(20)], 'no-failures'],
    ['one failure that nothing outlived', [failedAt(30), runningAt(30)], 'no-spread'],
    ['all at one age', [failedAt(30), failedAt(30), runningAt(10)], 'no-spread'],
    ['a negative age', [failedAt(-1), failedAt(3)], 'age-not-positive'],
    ['not a number', [failedAt(NaN), failedAt(3)], 'age-not-positive'],
    ['weight 0', [failedAt(1, 0), failedAt(3)], 'weight-not-positive'],
    ['limits the wrong way round', [{ lower: 5, upper: 4, weight: 1 }], 'limits-reversed'],

    ['neither age', [{ lower: null, upper: null, weight: 1 }], 'says-nothing'],
    ['watched from after its end', [{ entry: 5, lower: 4, upper: 4, weight: 1 }], 'entry-after-end'],
  ] as [string, LifeRecord[], string][])('refuses %s', (_, records, code) => {
    expect(() => fitWeibull(records)).toThrow(expect.objectContaining({ code }) as Error)
  })

  it('gives no upper limit where there is none', () => {
    expect(fitWeibull([failedAt(100), runningAt(200, 9)]).scaleLimits[1]).toBeNull()
  })

  it('fits one early failure among survivors', () => {
    const { shape, scale } = fitWeibull([failedAt(100), runningAt(200, 9)])
    expect(shape).toBeGreaterThan(0)
    expect(Number.isFinite(scale)).toBe(true)
  })

  it('leaves dead on arrival out', () => {
    expect(fitWeibull([...handbookUnits, failedAt(0)])).toEqual(fitWeibull(handbookUnits))
  })
})
