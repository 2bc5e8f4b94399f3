import fc from 'fast-check'
import { failedAt, handbookUnits, runningAt } from '../testing/handbookUnits.ts'
import { lifeRecords } from '../testing/lifetimes.ts'
import { FittedLife, fittedWeibull } from './fitLife.ts'
import { fitExponential } from './fitExponential.ts'
import { fitLognormal } from './fitLognormal.ts'
import { fitWeibull } from './fitWeibull.ts'
import { lognormalLaw } from './lifeLaw.ts'
import type { LifeRecord } from './lifeRecord.ts'
import { turnbull } from './turnbull.ts'

const shuffled = lifeRecords.chain((records) =>
  fc.tuple(fc.constant(records), fc.shuffledSubarray(records, { minLength: records.length })),
)

describe('records of every kind', () => {
  it('may stand in any order', () => {
    fc.assert(
      fc.property(shuffled, ([records, other]) => {
        expect(fitWeibull(other)).toEqual(fitWeibull(records))
        expect(fitLognormal(other)).toEqual(fitLognormal(records))
        expect(turnbull(other)).toEqual(turnbull(records))
      }),
      { numRuns: 40 },
    )
  })

  it('of weight 2 are two', () => {
    fc.assert(
      fc.property(lifeRecords, (records) => {
        const doubled = records.map((record) => ({ ...record, weight: 2 }))
        const [twice, once] = [fitWeibull([...records, ...records]), fitWeibull(doubled)]
        expect(once.shape / twice.shape).toBeCloseTo(1, 6)
        expect(once.scale / twice.scale).toBeCloseTo(1, 6)
      }),
      { numRuns: 30 },
    )
  })

  it('that are watched from 0 on are those that are not said to be', () => {
    fc.assert(
      fc.property(lifeRecords, (records) => {
        expect(fitWeibull(records.map((record) => ({ ...record, entry: 0 })))).toEqual(fitWeibull(records))
      }),
      { numRuns: 20 },
    )
  })

  it('between two looks that come together tend to the age itself', () => {
    const exact = fitWeibull(handbookUnits)
    for (const [width, digits] of [
      [10, 1],
      [0.1, 4],
      [1e-6, 5],
      [1e-12, 5],
    ] as const) {
      const looked = handbookUnits.map((r) =>
        r.upper === null ? r : { ...r, lower: r.upper - width / 2, upper: r.upper + width / 2 },
      )
      expect(fitWeibull(looked).shape).toBeCloseTo(exact.shape, digits)
      expect(fitWeibull(looked).scale / exact.scale).toBeCloseTo(1, digits)
      expect(fitLognormal(looked).sigma).toBeCloseTo(fitLognormal(handbookUnits).sigma, digits)
    }
  })

  it('scale with their ages', () => {
    fc.assert(
      fc.property(lifeRecords, fc.double({ min: 0.01, max: 100, noNaN: true }), (records, factor) => {
        const scaled = records.map((r): LifeRecord => ({
          ...r,
          lower: r.lower! * factor,
          upper: r.upper && r.upper * factor,
        }))
        expect(fitWeibull(scaled).scale / (fitWeibull(records).scale * factor)).toBeCloseTo(1, 6)
      }),
      { numRuns: 30 },
    )
  })
})

describe('late entry', () => {
  // An exponential life has no memory: parts that enter at an age teach by what they ran since alone.
  it('of a part that does not age teaches by what was watched', () => {
    const late = [
      { entry: 100, lower: 150, upper: 150, weight: 1 },
      { entry: 300, lower: 380, upper: null, weight: 1 },
      { entry: 50, lower: 120, upper: 120, weight: 1 },
    ]
    expect(fitExponential(late).mean).toBeCloseTo((50 + 80 + 70) / 2, 9)
  })

  it('tells lives as they are where counting from new makes them too long', () => {
    // Of parts that all last 100 h or less in one half, only those that lasted are seen: watched from 90 h on.
    const late = [95, 105, 115, 130, 150].map((age) => ({ entry: 90, lower: age, upper: age, weight: 1 }))
    const fromNew = late.map(({ lower, upper, weight }) => ({ lower, upper, weight }))
    expect(fittedWeibull(late).survivalAt(90)).toBeLessThan(fittedWeibull(fromNew).survivalAt(90))
  })
})

describe('limits of every figure', () => {
  it('hold the figure, and are those of shape and scale where they are the same figure', () => {
    for (const fit of [fittedWeibull(handbookUnits), new FittedLife(lognormalLaw, handbookUnits)]) {
      for (const age of [50, 300, 500]) {
        const [low, high] = fit.survivalLimits(age)
        expect(low).toBeLessThan(fit.survivalAt(age))
        expect(high).toBeGreaterThan(fit.survivalAt(age))
      }
      const [low, high] = fit.ageLimits(0.1)
      expect(low).toBeLessThan(fit.ageOf(0.1))
      expect(high).toBeGreaterThan(fit.ageOf(0.1))
    }
    // At the scale of a Weibull life 1 − 1/e have failed.
    const fit = fittedWeibull(handbookUnits)
    expect(fit.ageLimits(1 - Math.exp(-1))[0]).toBeCloseTo(fitWeibull(handbookUnits).scaleLimits[0]!, 4)
  })

  it('an age and its share: where one is at its limit, so is the other', () => {
    const fit = fittedWeibull(handbookUnits)
    const [low] = fit.ageLimits(0.1)
    expect(fit.survivalLimits(low!)[0]).toBeCloseTo(0.9, 5)
  })

  it('are wider with fewer than six failures, and one failure bounds nothing', () => {
    const three = [failedAt(100), failedAt(150), failedAt(240), runningAt(300, 4)]
    const { shapeLimits } = fitWeibull(three)
    expect(shapeLimits[0]).toBeGreaterThan(0)
    expect(fitWeibull([failedAt(100), runningAt(200, 9)]).shapeLimits).toEqual([null, null])
  })
})

it('fits failures that lie almost together', () => {
  const close = [failedAt(100), failedAt(100.0001), runningAt(100.01), runningAt(50)]
  expect(fitLognormal(close).mu).toBeCloseTo(Math.log(100), 3)
  expect(fitWeibull(close).scale).toBeCloseTo(100, 1)
})

describe('Turnbull', () => {
  it('by hand: one fails up to 2, one in (1, 3], one is good at 3', () => {
    // All likelihood lies on (1, 2] and beyond 3; of three parts two lie on the first.
    expect(turnbull([{ lower: 0, upper: 2, weight: 1 }, { lower: 1, upper: 3, weight: 1 }, runningAt(3)])).toEqual([
      { lower: 1, upper: 2, survival: expect.closeTo(1 / 3, 6) as number },
      { lower: 3, upper: null, survival: 0 },
    ])
  })

  it('is Kaplan and Meier where ages are known', () => {
    const steps = turnbull(handbookUnits)
    expect(steps.filter((s) => s.upper !== null).map((s) => s.survival)).toEqual(
      Array.from({ length: 10 }, (_, i) => expect.closeTo(1 - (i + 1) / 20, 8) as number),
    )
  })
})

it.each([
  [
    'all within looks that overlap',
    [
      { lower: 10, upper: 20, weight: 1 },
      { lower: 15, upper: 30, weight: 1 },
    ],
    'no-spread',
  ],
  [
    'looks that meet',
    [
      { lower: 2, upper: 5, weight: 1 },
      { lower: 5, upper: 9, weight: 1 },
    ],
    'no-spread',
  ],
  [
    'watched only from just before the end, all of them',
    [5, 50, 500].map((age) => ({ entry: age * 0.999, lower: age, upper: age, weight: 1 })),
    'no-fit',
  ],
] as [string, LifeRecord[], string][])('refuses %s', (_, records, code) => {
  expect(() => fitWeibull(records)).toThrow(expect.objectContaining({ code }) as Error)
})
