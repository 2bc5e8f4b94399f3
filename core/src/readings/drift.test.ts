import fc from 'fast-check'
import { studentT } from '../maths/studentT.ts'
import { crossing } from './crossing.ts'
import { driftOf, sinceRestart } from './drift.ts'
import { ewma } from './ewma.ts'
import { hoursAbove } from './hoursAbove.ts'
import { individuals } from './individuals.ts'
import { runRules, type RunRule } from './runRules.ts'

// NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2: flow rates of ten batches.
const batches = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1]

it('charts the handbook batches', () => {
  const chart = individuals(batches)
  expect(chart.mean).toBeCloseTo(50.81, 6)
  expect(chart.meanMovingRange).toBeCloseTo(1.8778, 4)
  expect(chart.lower).toBeCloseTo(45.8159, 3)
  expect(chart.upper).toBeCloseTo(55.8041, 3)
})

it('refuses to judge the scatter of one reading', () => {
  expect(() => individuals([5])).toThrow('take a second')
})

// NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4.
it('smooths the handbook series', () => {
  const values = [
    52, 47, 53, 49.3, 50.1, 47, 51, 50.1, 51.2, 50.5, 49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1,
  ]
  const { points, lower, upper } = ewma(values, { lambda: 0.3, start: 50, sigma: 2.0539 })
  expect(lower).toBeCloseTo(47.4115, 3)
  expect(upper).toBeCloseTo(52.5884, 3)
  expect(points.slice(0, 3).map((p) => Number(p.toFixed(2)))).toEqual([50.6, 49.52, 50.56])
  expect(points[19]).toBeCloseTo(51.99, 2)
})

// Nelson (1984): one made case per rule, and the same one reading short.
const cases: [RunRule, number[]][] = [
  ['one very far out', [0.1, -3.1]],
  ['nine on one side', [0.5, 0.2, 0.4, 1.2, 0.1, 0.3, 0.9, 0.2, 0.6]],
  ['six steadily rising or falling', [-1.2, -0.7, -0.1, 0.4, 0.8, 1.3]],
  ['fourteen up and down in turn', [0.2, 1.4, -0.3, 0.6, -0.1, 1.2, 0.3, 0.7, -1.1, 0.2, -0.4, 0.9, -0.2, 1.3]],
  ['two of three far out', [2.2, 0.3, 2.5]],
  ['four of five well out', [-1.2, -1.4, 0.3, -1.6, -1.1]],
  ['fifteen close to the middle', [0.1, -0.2, 0.3, 0.4, -0.5, -0.6, 0.2, 0.3, -0.1, 0.7, -0.8, -0.9, 0.5, 0.1, -0.4]],
  ['eight away from the middle', [1.2, -1.3, -1.1, 1.4, 1.5, -1.2, 1.1, -1.6]],
]
it.each(cases)('finds %s', (rule, run) => {
  const found = runRules(run, { mean: 0, sigma: 1 })
  expect(found.map((breach) => breach.rule)).toContain(rule)
  const short = runRules(run.slice(0, -1), { mean: 0, sigma: 1 })
  expect(short.map((breach) => breach.rule)).not.toContain(rule)
})

it('shifts and scales with the unit', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 3, maxLength: 30 }), (values) => {
      const [one, other] = [individuals(values), individuals(values.map((v) => 1000 * v + 7000))]
      expect(other.mean).toBeCloseTo(1000 * one.mean + 7000, 6)
      expect(other.sigma).toBeCloseTo(1000 * one.sigma, 6)
    }),
  )
})

describe('crossing', () => {
  // Abramowitz & Stegun (1964), table 26.10: t for 0.975 and 0.90.
  it.each([
    [0.025, 10, 2.228],
    [0.025, 3, 3.182],
    [0.1, 5, 1.476],
    [0.025, 1, 12.706],
  ])('knows t of tail %p with %p degrees of freedom', (tail, freedom, t) => {
    expect(studentT(tail, freedom)).toBeCloseTo(t, 3)
  })

  it('reaches the limit exactly on an exact line', () => {
    const points = [0, 100, 200, 300].map((hours) => ({ hours, value: 80 - 0.05 * hours }))
    const found = crossing(points, { lower: 60, upper: null })
    expect(found).toMatchObject({ kind: 'crosses', limit: 'lower' })
    if (found.kind !== 'crosses') throw new Error()
    expect(found.inHours).toBeCloseTo(100, 5)
    expect(found.earliest).toBeCloseTo(100, 5)
  })

  it('works a small case by hand', () => {
    // x 0 100 200 300 400, y 0 1.2 1.8 3.1 3.9: slope 0.0097, intercept 0.06, residuals −0.06 0.17 −0.20 0.13 −0.04, s² = 0.0910/3, s = 0.174165.
    const y = [0, 1.2, 1.8, 3.1, 3.9]
    const points = y.map((value, i) => ({ hours: 100 * i, value }))
    const found = crossing(points, { lower: null, upper: 5 })
    if (found.kind !== 'crosses') throw new Error(found.kind)
    // (5 − 0.06)/0.0097 = 509.278, less 400
    expect(found.inHours).toBeCloseTo(109.278, 3)
    // The near edge: 0.06 + 0.0097 x + 1.6377·0.174165·√(1.2 + (x − 200)²/100000) = 5
    const edge =
      0.06 + 0.0097 * (400 + found.earliest) + 1.63774 * 0.174165 * Math.sqrt(1.2 + (200 + found.earliest) ** 2 / 1e5)
    expect(edge).toBeCloseTo(5, 3)
    expect(found.earliest).toBeLessThan(found.inHours)
    expect(found.latest).toBeGreaterThan(found.inHours)
  })

  it('says when it cannot tell', () => {
    const flat = [5, 5.1, 4.9, 5, 5.05].map((value, i) => ({ hours: i * 10, value }))
    expect(crossing(flat, { lower: 0, upper: 10 })).toEqual({ kind: 'steady' })
    expect(crossing(flat.slice(0, 3), { lower: 0, upper: 10 })).toEqual({ kind: 'too few' })
    expect(crossing(flat, { lower: 5.5, upper: 10 })).toEqual({ kind: 'beyond' })
    expect(crossing(flat, { lower: null, upper: null })).toEqual({ kind: 'no limit' })
    expect(crossing([], { lower: 1, upper: null })).toEqual({ kind: 'too few' })
  })
})

describe('drift', () => {
  const noLimits = { lower: null, upper: null, from: 'site' as const }
  it('takes its baseline from the readings since the last restart alone', () => {
    const before = [10, 11, 10, 11, 10, 11].map((value, i) => ({ atMs: i, hours: i * 10, value }))
    // Adjusted at the hour of the last reading: the same hours, another moment.
    const after = [50, 51, 50, 51, 50, 51].map((value, i) => ({ atMs: 100 + i, hours: 50 + i * 10, value }))
    const points = sinceRestart([...before, ...after], [3, 100])
    expect(points).toHaveLength(6)
    const drift = driftOf(points, noLimits)
    expect(drift.chart!.mean).toBe(50.5)
    expect(drift.limits.from).toBe('own history')
    expect(driftOf([...before, ...after], noLimits).breaches.map(({ rule }) => rule)).toContain('one very far out')
  })

  it('finds a slow creep that stays inside the maker’s limits', () => {
    const creep = Array.from({ length: 24 }, (_, i) => ({
      hours: i * 25,
      value: 80 + (i % 2 ? 0.6 : -0.6) - 0.25 * Math.max(0, i - 9),
    }))
    const drift = driftOf(creep, { lower: 70, upper: null, from: 'maker' })
    expect(drift.ewmaIsOut).toBe(true)
    expect(drift.crossing.kind).toBe('crosses')
    expect(drift.limits.from).toBe('maker')
  })

  it('judges nothing from fewer than five readings, nor from readings that are all alike', () => {
    const few = [1, 2, 3, 4].map((value, i) => ({ hours: i, value }))
    expect(driftOf(few, noLimits)).toMatchObject({ chart: null, limits: { from: 'none' } })
    const alike = Array.from({ length: 8 }, (_, i) => ({ hours: i, value: 3 }))
    expect(driftOf(alike, noLimits)).toMatchObject({ breaches: [], ewmaIsOut: false, limits: { from: 'none' } })
  })
})

describe('hours above a limit', () => {
  const sample = (minutes: number, celsius: number) => ({ atMs: minutes * 60_000, celsius })
  it('shares the time where the line crosses', () => {
    expect(hoursAbove(sample(0, 20), sample(20, 40), 30)).toBeCloseTo(1 / 6, 12)
    expect(hoursAbove(sample(0, 40), sample(20, 20), 35)).toBeCloseTo(1 / 12, 12)
    expect(hoursAbove(sample(0, 31), sample(30, 33), 30)).toBeCloseTo(0.5, 12)
    expect(hoursAbove(sample(0, 30), sample(30, 30), 30)).toBe(0)
  })
  it('takes silence for no evidence', () => expect(hoursAbove(sample(0, 50), sample(31, 50), 30)).toBe(0))
  it('does not depend on how finely it was logged', () => {
    const whole = hoursAbove(sample(0, 22), sample(30, 46), 30)
    const parts =
      hoursAbove(sample(0, 22), sample(11, 22 + (24 * 11) / 30), 30) +
      hoursAbove(sample(11, 22 + (24 * 11) / 30), sample(30, 46), 30)
    expect(parts).toBeCloseTo(whole, 12)
  })
})
