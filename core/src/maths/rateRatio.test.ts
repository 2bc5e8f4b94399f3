import { rateRatio } from './rateRatio.ts'

// Przyborowski & Wilenski (1940), the method; figures recomputed with a general-purpose statistics package.
it('compares 11 in 8,000 h with 3 in 9,000 h', () => {
  const { ratio, limits } = rateRatio({ events: 11, time: 8000 }, { events: 3, time: 9000 })!
  expect(ratio).toBeCloseTo(4.125, 9)
  expect(limits[0]).toBeCloseTo(1.0897, 4)
  expect(limits[1]).toBeCloseTo(23.03, 2)
})

it('has no upper limit where the other side had none, and nothing to say of nothing', () => {
  expect(rateRatio({ events: 4, time: 100 }, { events: 0, time: 100 })).toMatchObject({
    ratio: null,
    limits: [expect.any(Number), null],
  })
  expect(rateRatio({ events: 0, time: 100 }, { events: 0, time: 100 })).toBeNull()
})
