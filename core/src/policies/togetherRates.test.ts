import fc from 'fast-check'
import { meanLife } from '../maths/weibull.ts'
import { ruleRates } from './policyRates.ts'
import { togetherRates } from './togetherRates.ts'

const lives = fc.record({
  shape: fc.double({ min: 0.6, max: 6, noNaN: true }),
  scale: fc.double({ min: 10, max: 1e5, noNaN: true }),
})

it('with chances all the time it is replacement at that age, without any it is waiting', () => {
  fc.assert(
    fc.property(lives, fc.double({ min: 0.4, max: 1.2, noNaN: true }), (life, share) => {
      const from = share * life.scale
      const often = togetherRates(life, from, 1e6 / life.scale)
      const atAge = ruleRates(life, from)
      expect(often.failures / atAge.failures).toBeCloseTo(1, 2)
      expect(often.planned / atAge.planned).toBeCloseTo(1, 2)
      const never = togetherRates(life, from, 1e-7 / life.scale)
      expect(never.failures * meanLife(life)).toBeCloseTo(1, 2)
      expect(never.planned * meanLife(life)).toBeLessThan(1e-4)
    }),
  )
})

it('a part that does not age fails at its own rate, whatever is done', () => {
  // Exponential: closed form, failures 1/θ; planned = r·e^(−t/θ)/(1/θ + r) per mean cycle.
  for (const [scale, from, rate] of [
    [500, 100, 0.002],
    [500, 0, 0.01],
    [80, 300, 0.05],
  ] as const) {
    const good = Math.exp(-from / scale)
    const waiting = good / (1 / scale + rate)
    const cycle = scale * (1 - good) + waiting
    const found = togetherRates({ shape: 1, scale }, from, rate)
    expect(found.failures * scale).toBeCloseTo(1, 3)
    expect(found.planned / ((rate * waiting) / cycle)).toBeCloseTo(1, 3)
  }
})

it('more chances mean fewer failures of a part that wears', () => {
  const life = { shape: 3, scale: 1000 }
  const failures = [1e-4, 1e-3, 5e-3, 5e-2].map((rate) => togetherRates(life, 500, rate).failures)
  expect([...failures].sort((a, b) => b - a)).toEqual(failures)
})
