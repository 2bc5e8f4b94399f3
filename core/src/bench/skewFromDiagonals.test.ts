import { skewFromDiagonals, skewFromThreeLengths, skewWords } from './skewFromDiagonals.ts'

it('is none for equal diagonals', () => expect(skewFromDiagonals(500, 500)).toBe(0))

it('finds the angle that a square was pushed over by', () => {
  // A square of side 300 whose corner stands at 89.75°: its diagonals by the law of cosines.
  const corner = (89.75 * Math.PI) / 180
  const short = Math.sqrt(2 * 300 ** 2 * (1 - Math.cos(corner)))
  const long = Math.sqrt(2 * 300 ** 2 * (1 + Math.cos(corner)))
  expect(skewFromDiagonals(long, short)).toBeCloseTo(0.25, 9)
  expect(skewFromDiagonals(short, long)).toBeCloseTo(0.25, 9)
})

it('refuses what is no length, whichever it is', () => {
  expect(() => skewFromDiagonals(0, 5)).toThrow('Both diagonals must be more than 0')
  expect(() => skewFromDiagonals(5, 0)).toThrow('Both diagonals must be more than 0')
  expect(() => skewFromDiagonals(5, 5, { a: 0, b: 3 })).toThrow('Both sides must be more than 0')
  expect(() => skewFromDiagonals(5, 5, { a: 3, b: 0 })).toThrow('Both sides must be more than 0')
  expect(() => skewFromThreeLengths(0, 5, 3)).toThrow('All three lengths must be more than 0')
  expect(() => skewFromThreeLengths(5, 0, 3)).toThrow('All three lengths must be more than 0')
  expect(() => skewFromThreeLengths(5, 5, 0)).toThrow('All three lengths must be more than 0')
})

it('takes the sides of a rectangle into account', () => {
  // A 300 × 200 parallelogram leaning by 0.25°, by the law of cosines.
  const corner = (90.25 * Math.PI) / 180
  const diagonal = (angle: number) => Math.sqrt(300 ** 2 + 200 ** 2 - 2 * 300 * 200 * Math.cos(angle))
  const [p, q] = [diagonal(corner), diagonal(Math.PI - corner)]
  expect(skewFromDiagonals(p, q, { a: 300, b: 200 })).toBeCloseTo(0.25, 9)
  expect(skewFromThreeLengths(p, q, 300)).toBeCloseTo(0.25, 9)
  expect(skewFromThreeLengths(q, p, 300)).toBeCloseTo(-0.25, 9)
  expect(() => skewFromThreeLengths(10, 10, 50)).toThrow('longer than these diagonals allow')
  expect(() => skewFromDiagonals(100, 1, { a: 2, b: 3 })).toThrow('No frame')
})

it('knows the trade’s words', () => {
  expect([0.01, 0.06, -0.13, 0.3].map(skewWords)).toEqual(['very good', 'good', 'slight', 'severe'])
})
