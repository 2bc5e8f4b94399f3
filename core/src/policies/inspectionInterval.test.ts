import fc from 'fast-check'
import { inspectionCostRate, inspectionInterval, missedShare } from './inspectionInterval.ts'

const model = { defectRate: 0.002, delayMean: 200, inspectionCost: 5, failureCost: 80, repairCost: 10 }

// Christer & Waller (1984), the model; figures recomputed with a general-purpose statistics package.
it('finds the cheapest time between looks', () => {
  const { interval, costRate, noInspectionCostRate } = inspectionInterval(model)
  expect(interval).toBeCloseTo(152.936, 3)
  expect(costRate).toBeCloseTo(0.0948324, 6)
  expect(noInspectionCostRate).toBeCloseTo(0.16, 12)
})

it('by hand: looks one delay apart miss 1/e of the defects', () => {
  expect(missedShare(200, 200)).toBeCloseTo(Math.exp(-1), 12)
  expect(missedShare(200, 1e-6)).toBeCloseTo(2.5e-9, 12)
})

it('never looks where a look costs more than it saves', () => {
  expect(inspectionInterval({ ...model, inspectionCost: 1e4 }).interval).toBeNull()
  expect(inspectionInterval({ ...model, repairCost: 80 }).interval).toBeNull()
})

it('is a minimum', () => {
  const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true })
  fc.assert(
    fc.property(
      figure(1e-4, 0.1),
      figure(5, 5000),
      figure(0.1, 50),
      figure(0.2, 5),
      (defectRate, delayMean, inspectionCost, other) => {
        const one = { ...model, defectRate, delayMean, inspectionCost }
        const { interval, costRate, noInspectionCostRate } = inspectionInterval(one)
        expect(costRate).toBeLessThanOrEqual(noInspectionCostRate)
        if (interval !== null)
          expect(inspectionCostRate(one, interval * other)).toBeGreaterThanOrEqual(costRate * (1 - 1e-7))
      },
    ),
    { numRuns: 100 },
  )
})

it.each([
  ['defectRate', 0],
  ['delayMean', -1],
  ['failureCost', NaN],
  ['inspectionCost', -1],
])('refuses %s of %d', (field, value) => {
  expect(() => inspectionInterval({ ...model, [field]: value })).toThrow(
    expect.objectContaining({ code: 'not-positive' }) as Error,
  )
})
