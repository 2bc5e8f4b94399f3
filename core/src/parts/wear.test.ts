import { wear } from './wear.ts'

it('tells the share used and the chance to fail', () => {
  // Weibull shape 2, scale 100: S(50) = e^−0.25, S(60) = e^−0.36
  expect(wear(50, 200, 10, { shape: 2, scale: 100 })).toEqual({
    usedShare: 0.25,
    failureChance: expect.closeTo(1 - Math.exp(-0.11), 12) as number,
  })
  expect(wear(50, 40, 10, null)).toEqual({ usedShare: 1.25, failureChance: null })
})
