import { scaleLinear } from 'd3-scale'
import { bandPath, curvePath, knownBand, knownPath, looksPath, stepsPath } from './chartPaths.ts'

const x = scaleLinear([0, 10], [0, 100])
const y = scaleLinear([0, 1], [100, 0])
const steps = [{ time: 4, survival: 0.5, limits: [0.1, 0.9] as [number, number] }]

it('steps down at each failure and holds to the end', () => {
  expect(stepsPath(steps, 10, x, y)).toBe('M0,0L40,0L40,50L100,50L100,50')
})

it('keeps the band between nothing and all', () => {
  const heights = [...bandPath(steps, 10, x, y).matchAll(/,(-?[\d.]+)/g)].map(([, v]) => Number(v))
  expect(Math.min(...heights)).toBeGreaterThanOrEqual(0)
  expect(Math.max(...heights)).toBeLessThanOrEqual(100)
})

it('draws a curve through its function', () => {
  expect(curvePath((age) => age / 10, 0, 10, x, y, 2)).toBe('M0,100L50,50L100,0')
})

it('draws what is known and fills its limits', () => {
  const known = [
    { age: 0, good: 1, limits: [1, 1] as [number, number] },
    { age: 10, good: 0.5, limits: [0.2, 0.8] as [number, number] },
  ]
  expect(knownPath(known, x, y)).toBe('M0,0L100,50')
  expect(knownBand(known, x, y)).toBe('M0,0L100,20L100,80L0,0Z')
})

it('falls straight between two looks and is level elsewhere', () => {
  const looks = [
    { lower: 2, upper: 4, survival: 0.5 },
    { lower: 8, upper: null, survival: 0 },
  ]
  expect(looksPath(looks, 10, x, y)).toBe('M0,0L20,0L40,50L80,50')
})
