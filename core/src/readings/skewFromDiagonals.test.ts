import { skewFromDiagonals } from './skewFromDiagonals.ts'

it('is none for equal diagonals', () => expect(skewFromDiagonals(500, 500)).toBe(0))

it('finds the angle that a square was pushed over by', () => {
  // A square of side 300 whose corner stands at 89.75°: its diagonals by the law of cosines.
  const corner = (89.75 * Math.PI) / 180
  const short = Math.sqrt(2 * 300 ** 2 * (1 - Math.cos(corner)))
  const long = Math.sqrt(2 * 300 ** 2 * (1 + Math.cos(corner)))
  expect(skewFromDiagonals(long, short)).toBeCloseTo(0.25, 9)
  expect(skewFromDiagonals(short, long)).toBeCloseTo(0.25, 9)
})

it('refuses what is no length', () => expect(() => skewFromDiagonals(0, 5)).toThrow('more than 0'))
