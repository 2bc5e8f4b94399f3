import { seeded } from '../testing/lifetimes.ts'
import { expectedFailures } from './expectedFailures.ts'

// Poisson with mean 2: P(0) = 0.1353, P(≤ 5) = 0.9834, P(≤ 4) = 0.9473 (as any table of it).
it('is Poisson where the life is known', () => {
  const parts = Array.from({ length: 2000 }, () => ({ age: 40, ahead: 1 }))
  const { mean, limits } = expectedFailures([[1, 1000, 1]], parts)
  expect(mean).toBeCloseTo(2000 * (1 - Math.exp(-0.001)), 9)
  expect(limits).toEqual([0, 5])
})

it('doubt about the life widens it; nothing ahead is nothing to expect', () => {
  const parts = Array.from({ length: 40 }, (_, i) => ({ age: 20 * i, ahead: 100 }))
  const sure = expectedFailures([[2, 600, 1]], parts)
  const unsure = expectedFailures(
    [
      [2, 300, 0.5],
      [2, 1200, 0.5],
    ],
    parts,
  )
  expect(unsure.limits[1] - unsure.limits[0]).toBeGreaterThan(sure.limits[1] - sure.limits[0])
  expect(unsure.limits[1]).toBeLessThanOrEqual(40)
  expect(expectedFailures([[2, 300, 1]], [{ age: 500, ahead: 0 }])).toEqual({ mean: 0, limits: [0, 0] })
  expect(expectedFailures([[2, 300, 1]], [])).toEqual({ mean: 0, limits: [0, 0] })
})

it('its limits hold what they say in simulation', () => {
  const random = seeded(11)
  const parts = Array.from({ length: 25 }, (_, i) => ({ age: 30 * i, ahead: 90 }))
  const { limits } = expectedFailures([[2.2, 600, 1]], parts)
  let inside = 0
  for (let run = 0; run < 400; run++) {
    const failed = parts.filter(({ age, ahead }) => {
      const life = 600 * ((age / 600) ** 2.2 - Math.log(1 - random())) ** (1 / 2.2)
      return life < age + ahead
    }).length
    if (failed >= limits[0] && failed <= limits[1]) inside++
  }
  expect(inside / 400).toBeGreaterThan(0.94)
})
