import fc from 'fast-check'
import { failedAt, handbookUnits, runningAt } from '../testing/handbookUnits.ts'
import { fitExponential } from './fitExponential.ts'
import { fitLognormal } from './fitLognormal.ts'
import { kaplanMeier } from './kaplanMeier.ts'
import { lifeWords } from './lifeWords.ts'
import { fitWeibull } from './fitWeibull.ts'

// NIST/SEMATECH e-Handbook 8.4.1.2; lognormal recomputed with a general-purpose statistics package.
describe('the handbook example', () => {
  it('exponential', () => {
    const { mean, logLikelihood } = fitExponential(handbookUnits)
    expect(mean).toBeCloseTo(777.1, 6)
    expect(logLikelihood).toBeCloseTo(-76.55569, 5)
  })

  it('lognormal', () => {
    const { mu, sigma, logLikelihood } = fitLognormal(handbookUnits)
    expect(mu).toBeCloseTo(6.226015, 6)
    expect(sigma).toBeCloseTo(0.908914, 6)
    expect(logLikelihood).toBeCloseTo(-75.19627, 5)
  })

  // Kaplan & Meier (1958), Greenwood (1926): values after failures 1, 5 and 10.
  it('Kaplan–Meier with Greenwood errors', () => {
    const steps = kaplanMeier(handbookUnits)
    expect(steps).toHaveLength(10)
    expect([steps[0], steps[4], steps[9]].map((s) => s!.survival)).toEqual(
      [0.95, 0.75, 0.5].map((s) => expect.closeTo(s, 10)),
    )
    expect(steps[0]!.standardError).toBeCloseTo(0.04873, 5)
    expect(steps[4]!.standardError).toBeCloseTo(0.09682, 5)
    expect(steps[9]!.standardError).toBeCloseTo(0.1118, 5)
  })
})

describe('lognormal', () => {
  it('of complete records is the mean and spread of the logarithms', () => {
    const { mu, sigma } = fitLognormal([failedAt(1), failedAt(Math.E ** 2)])
    expect(mu).toBeCloseTo(1, 8)
    expect(sigma).toBeCloseTo(1, 8)
  })

  it('scales with the ages', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 100, noNaN: true }), (factor) => {
        const scaled = handbookUnits.map(({ lower, upper, weight }) => ({
          lower: lower! * factor,
          upper: upper && upper * factor,
          weight,
        }))
        expect(fitLognormal(scaled).mu).toBeCloseTo(fitLognormal(handbookUnits).mu + Math.log(factor), 5)
      }),
      { numRuns: 30 },
    )
  })
})

describe('Kaplan–Meier', () => {
  it('by hand: 1 of 4 fails, one leaves, 1 of 2 fails, the last fails', () => {
    const steps = kaplanMeier([failedAt(1), runningAt(2), failedAt(3), failedAt(4)])
    expect(steps.map((s) => s.survival)).toEqual([0.75, 0.375, 0])
    expect(steps[1]!.standardError).toBeCloseTo(0.375 * Math.sqrt(1 / 12 + 1 / 2), 12)
    expect(steps[2]!.standardError).toBe(0)
  })

  it('counts a part taken out at a failure’s age as at risk there', () => {
    expect(kaplanMeier([failedAt(5), runningAt(5)])[0]!.survival).toBe(0.5)
  })

  it('has no step when nothing failed', () => {
    expect(kaplanMeier([runningAt(5)])).toEqual([])
  })
})

describe('words', () => {
  it('say what wears out, and how sure that is', () => {
    const worn = [100, 102, 105, 108, 110, 111, 115, 120].map((age) => failedAt(age))
    expect(lifeWords(worn, fitWeibull(worn), 'hours')).toContain('They wear out')
    expect(lifeWords(handbookUnits, fitWeibull(handbookUnits), 'hours')).toContain('not yet clear')
    expect(lifeWords([...worn, failedAt(0)], fitWeibull(worn), 'prints')).toContain('1 dead on arrival')
  })
})
