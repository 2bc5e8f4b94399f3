import { chanceToLast } from './chanceToLast.ts'

it('is the product of what each part and all else allow, by hand', () => {
  // Shape 1, scale 1000: e^-0.014 whatever its age; 5 other faults in 1,000 h over 14 h: e^-0.07.
  expect(chanceToLast(14, [{ age: 300, shape: 1, scale: 1000 }])).toBeCloseTo(Math.exp(-0.014), 12)
  expect(chanceToLast(14, [{ age: 300, shape: 1, scale: 1000 }], 5)).toBeCloseTo(Math.exp(-0.084), 12)
  // Shape 2, scale 100, age 80, 20 more: exp(0.64 − 1).
  expect(chanceToLast(20, [{ age: 80, shape: 2, scale: 100 }])).toBeCloseTo(Math.exp(-0.36), 12)
  expect(chanceToLast(0, [{ age: 80, shape: 2, scale: 100 }], 7)).toBe(1)
  expect(chanceToLast(9, [])).toBe(1)
})

it.each([
  [-1, [], 0, 'impossible-figure'],
  [1, [{ age: -1, shape: 1, scale: 1 }], 0, 'age-not-positive'],
  [1, [{ age: 1, shape: 0, scale: 1 }], 0, 'life-not-positive'],
  [1, [], -1, 'impossible-figure'],
] as const)('refuses %d h, %j, %d', (hours, parts, others, code) => {
  expect(() => chanceToLast(hours, parts, others)).toThrow(expect.objectContaining({ code }) as Error)
})
