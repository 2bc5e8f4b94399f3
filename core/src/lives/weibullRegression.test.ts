import { seeded, weibullDraw } from '../testing/lifetimes.ts'
import { failedAt, handbookUnits } from '../testing/handbookUnits.ts'
import { cumulativeIncidence } from './cumulativeIncidence.ts'
import { fitExponential } from './fitExponential.ts'
import { fitWeibull } from './fitWeibull.ts'
import { weibullRegression, type LifeWithCovariates } from './weibullRegression.ts'

it('is the plain fit without columns', () => {
  const fit = weibullRegression(handbookUnits.map((record) => ({ ...record, x: [] })))
  const plain = fitWeibull(handbookUnits)
  expect(fit.shape).toBeCloseTo(plain.shape, 6)
  expect(Math.exp(fit.intercept)).toBeCloseTo(plain.scale, 3)
  expect(fit.logLikelihood).toBeCloseTo(plain.logLikelihood, 6)
})

it('recovers known coefficients within its limits', () => {
  const random = seeded(11)
  const records = Array.from({ length: 400 }, (): LifeWithCovariates => {
    const x = [random(), random() > 0.5 ? 1 : 0]
    const life = weibullDraw(random, 2, Math.exp(7 - 1.1 * x[0]! + 0.4 * x[1]!))
    return { lower: Math.min(life, 1500), upper: life < 1500 ? life : null, weight: 1, x }
  })
  const { intercept, coefficients, standardErrors, shape } = weibullRegression(records)
  for (const [value, error, truth] of [
    [intercept, standardErrors[0], 7],
    [coefficients[0], standardErrors[1], -1.1],
    [coefficients[1], standardErrors[2], 0.4],
  ])
    expect(Math.abs(value! - truth!)).toBeLessThan(3 * error!)
  expect(shape).toBeCloseTo(2, 0)
})

it('scales with its columns', () => {
  const records = handbookUnits.map((record, i) => ({ ...record, x: [i % 3] }))
  const scaled = records.map((record) => ({ ...record, x: record.x.map((x) => 1000 * x + 5) }))
  expect(weibullRegression(scaled).coefficients[0]! * 1000).toBeCloseTo(weibullRegression(records).coefficients[0]!, 6)
})

it.each([
  ['a column that does not vary', handbookUnits.map((r) => ({ ...r, x: [3] })), 'no-fit'],
  ['a column that follows from another', handbookUnits.map((r, i) => ({ ...r, x: [i, 2 * i + 1] })), 'no-fit'],
  [
    'rows of unequal length',
    [
      { ...failedAt(3), x: [1] },
      { ...failedAt(5), x: [1, 2] },
    ],
    'rows-differ',
  ],
  [
    'a figure that is none',
    [
      { ...failedAt(3), x: [1] },
      { ...failedAt(5), x: [NaN] },
    ],
    'impossible-figure',
  ],
  ['too many columns', [{ ...failedAt(3), x: new Array<number>(13).fill(1) }], 'too-many'],
] as [string, LifeWithCovariates[], string][])('refuses %s', (_, records, code) => {
  expect(() => weibullRegression(records)).toThrow(expect.objectContaining({ code }) as Error)
})

describe('causes that compete', () => {
  const ends = [3, 5, 5, 8, 9, 12, 15, 21].map((age, i) => ({ age, cause: [null, 'strings', 'bearing'][i % 3]! }))

  it('by hand: of four, one fails of a at 1, one of b at 2, one is good at 3, one fails of a at 4', () => {
    const { times, causes } = cumulativeIncidence([
      { age: 1, cause: 'a' },
      { age: 2, cause: 'b' },
      { age: 3, cause: null },
      { age: 4, cause: 'a' },
    ])
    expect(times).toEqual([1, 2, 4])
    expect(causes.a!.incidence).toEqual([0.25, 0.25, 0.75])
    expect(causes.b!.incidence).toEqual([0, 0.25, 0.25])
  })

  it('shares and what is still good make one', () => {
    const { causes } = cumulativeIncidence(ends)
    const last = Object.values(causes).reduce((sum, { incidence }) => sum + incidence.at(-1)!, 0)
    expect(last).toBeLessThanOrEqual(1 + 1e-12)
    expect(last).toBeGreaterThan(0.5)
  })

  // Crowder, Classical Competing Risks (2001): rates of causes add up to the rate of all, for lives that do not age.
  it('rates of causes, each with the others censored, add up to the rate of all', () => {
    const rate = (fails: (cause: string | null) => boolean) =>
      1 /
      fitExponential(ends.map(({ age, cause }) => ({ lower: age, upper: fails(cause) ? age : null, weight: 1 }))).mean
    expect(rate((c) => c === 'strings') + rate((c) => c === 'bearing')).toBeCloseTo(
      rate((c) => c !== null),
      12,
    )
  })

  it('refuses what says nothing', () => {
    expect(() => cumulativeIncidence([{ age: 4, cause: null }])).toThrow(
      expect.objectContaining({ code: 'no-failures' }) as Error,
    )
    expect(() => cumulativeIncidence([{ age: -4, cause: 'a' }])).toThrow(
      expect.objectContaining({ code: 'age-not-positive' }) as Error,
    )
  })
})
