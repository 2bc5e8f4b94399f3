import { ageReplacement } from './ageReplacement.ts'
import { tradePrior } from './tradePrior.ts'

it('lies where the catalogue\u2019s interval would be the least-cost age', () => {
  const cost = { preventive: 2, failure: 9 }
  const { shapeMedian, scaleMedian } = tradePrior(240, cost)
  expect(ageReplacement({ shape: shapeMedian, scale: scaleMedian }, cost)).toMatchObject({
    age: expect.closeTo(240, 6) as number,
  })
})

it('is narrower the more it counts, in both', () => {
  const [once, four] = [tradePrior(240, null), tradePrior(240, null, 4)]
  expect(four.scaleSd).toBeCloseTo(once.scaleSd / 2, 12)
  expect(four.shapeSd).toBeCloseTo(once.shapeSd / 2, 12)
  expect(four.scaleMedian).toBe(once.scaleMedian)
})

it('does not run away where a failure costs hardly more', () => {
  expect(tradePrior(240, { preventive: 10, failure: 10.1 }).scaleMedian).toBeGreaterThanOrEqual(160)
})
