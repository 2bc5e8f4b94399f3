import { logGamma, lowerGammaShare } from './gamma.ts'
import { normalTail } from './normal.ts'
import { rootInBracket } from './roots.ts'
import { chanceToFailWithin, hazard, meanLife, meanLifeUpTo, survival } from './weibull.ts'

describe('gamma', () => {
  // Γ(n) = (n − 1)!, Γ(1/2) = √π (Abramowitz & Stegun 6.1.6, 6.1.8)
  it.each([
    [5, Math.log(24)],
    [0.5, 0.5 * Math.log(Math.PI)],
    [1, 0],
    [100, 359.1342053695754],
  ])('ln Γ(%d)', (x, value) => expect(logGamma(x)).toBeCloseTo(value, 10))

  // P(1, x) = 1 − e⁻ˣ; P(1/2, x) = erf(√x), erf(1) = 0.8427007929 (Abramowitz & Stegun, table 7.1)
  it('P(a, x)', () => {
    for (const x of [0.01, 0.5, 2, 5, 30]) expect(lowerGammaShare(1, x)).toBeCloseTo(1 - Math.exp(-x), 12)
    expect(lowerGammaShare(0.5, 1)).toBeCloseTo(0.8427007929, 10)
    expect(lowerGammaShare(0.5, 4)).toBeCloseTo(0.995322265, 9) // erf(2), same table
    expect(lowerGammaShare(2, 0)).toBe(0)
  })
})

describe('normal tail', () => {
  // Q(1), Q(2), Q(5) from Abramowitz & Stegun, table 26.1
  it.each([
    [0, 0.5],
    [1, 0.1586552539],
    [2, 0.0227501319],
    [5, 2.866515719e-7],
    [-1, 0.8413447461],
    [-3, 0.998650102],
  ])('Q(%d)', (z, q) => expect(Math.exp(normalTail(z).logUpperTail) / q).toBeCloseTo(1, 8))

  it('joins series and continued fraction without a step', () => {
    for (const z of [2.5, -2.5])
      expect(normalTail(z - 1e-9).logUpperTail - normalTail(z + 1e-9).logUpperTail).toBeCloseTo(0, 7)
    expect(normalTail(40).hazard).toBeCloseTo(40.0249, 3)
  })
})

it('finds a root that Newton alone would overshoot', () => {
  const root = rootInBracket((x) => ({ value: Math.atan(x - 3), slope: 1 / (1 + (x - 3) ** 2) }), -50, 60, 55)
  expect(root).toBeCloseTo(3, 10)
})

describe('Weibull', () => {
  it('with shape 1 is exponential', () => {
    const life = { shape: 1, scale: 200 }
    expect(survival(life, 200)).toBeCloseTo(Math.exp(-1), 12)
    expect(hazard(life, 17)).toBeCloseTo(1 / 200, 12)
    expect(meanLife(life)).toBeCloseTo(200, 9)
    expect(meanLifeUpTo(life, 100)).toBeCloseTo(200 * (1 - Math.exp(-0.5)), 9)
    expect(chanceToFailWithin(life, 5000, 100)).toBeCloseTo(1 - Math.exp(-0.5), 12)
  })

  it('has lived its mean life when left to the end', () => {
    const life = { shape: 2.2, scale: 420 }
    expect(meanLifeUpTo(life, 42_000)).toBeCloseTo(meanLife(life), 8)
  })
})
