import fc from 'fast-check'
import { studentT } from '../maths/studentT.ts'
import { crossing } from './crossing.ts'
import { driftOf, sinceRestart } from './drift.ts'
import { ewma } from './ewma.ts'
import { hoursAbove } from './hoursAbove.ts'
import { individuals } from './individuals.ts'
import { moved } from './moved.ts'
import { scatterFor, scatterOf } from './scatter.ts'
import { runRules, type RunRule } from './runRules.ts'
import { stepped } from './stepped.ts'

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
    const points = Array.from({ length: 11 }, (_, i) => ({ hours: 30 * i, value: 80 - 0.05 * 30 * i }))
    const found = crossing(points, { lower: 60, upper: null })
    expect(found).toMatchObject({ kind: 'crosses', limit: 'lower' })
    if (found.kind !== 'crosses') throw new Error()
    expect(found.inHours).toBeCloseTo(100, 5)
    expect(found.earliest).toBeCloseTo(100, 5)
  })

  it('works a small case by hand', () => {
    // x 0 100 200 300 400, y 0 1.2 1.8 3.1 3.9, each measured twice: slope 0.0097, intercept 0.06, residuals −0.06 0.17 −0.20
    // 0.13 −0.04, s² = 2 · 0.0910/8, s = 0.150831; Sxx 200,000; t for 0.9 with 8 degrees of freedom 1.39682.
    const y = [0, 1.2, 1.8, 3.1, 3.9]
    const points = y.flatMap((value, i) => [1, 2].map(() => ({ hours: 100 * i, value })))
    const found = crossing(points, { lower: null, upper: 5 })
    if (found.kind !== 'crosses') throw new Error(found.kind)
    // (5 − 0.06)/0.0097 = 509.278, less 400
    expect(found.inHours).toBeCloseTo(109.278, 3)
    // The near edge: 0.06 + 0.0097 x + 1.39682·0.150831·√(1.1 + (x − 200)²/200000) = 5
    const edge =
      0.06 + 0.0097 * (400 + found.earliest) + 1.39682 * 0.150831 * Math.sqrt(1.1 + (200 + found.earliest) ** 2 / 2e5)
    expect(edge).toBeCloseTo(5, 3)
    expect(found.earliest).toBeLessThan(found.inHours)
    expect(found.latest).toBeGreaterThan(found.inHours)
  })

  it('says when it cannot tell', () => {
    const flat = [5, 5.1, 4.9, 5, 5.05, 4.95, 5, 5.1, 4.9, 5.05].map((value, i) => ({ hours: i * 10, value }))
    expect(crossing(flat, { lower: 0, upper: 10 })).toEqual({ kind: 'steady' })
    expect(crossing(flat.slice(0, 9), { lower: 0, upper: 10 })).toEqual({ kind: 'too few' })
    expect(crossing(flat, { lower: 5.5, upper: 10 })).toEqual({ kind: 'beyond' })
    expect(crossing(flat, { lower: null, upper: null })).toEqual({ kind: 'no limit' })
    expect(crossing([], { lower: 1, upper: null })).toEqual({ kind: 'too few' })
  })
})

describe('drift', () => {
  const noLimits = { lower: null, upper: null, from: 'site' as const }
  const at = (values: number[]) => values.map((value, i) => ({ atMs: i, hours: i * 25, value }))
  const noise = (i: number) => (i % 2 ? 0.6 : -0.6)

  it('takes its baseline from the readings since the last restart alone', () => {
    const before = at([10, 11, 10, 11, 10, 11])
    // Adjusted at the hour of the last reading: the same hours, another moment.
    const after = [50, 51, 50, 51, 50, 51].map((value, i) => ({ atMs: 100 + i, hours: 125 + i * 10, value }))
    const points = sinceRestart([...before, ...after], [3, 100])
    expect(points).toHaveLength(6)
    expect(driftOf(points, noLimits, null).chart!.mean).toBe(50.5)
    expect(driftOf([...before, ...after], noLimits, null).breaches.map(({ rule }) => rule)).toContain(
      'one very far out',
    )
  })

  it('finds a slow creep that stays inside the maker’s limits, and when it would reach them', () => {
    const creep = at(Array.from({ length: 24 }, (_, i) => 80 + noise(i) - 0.25 * Math.max(0, i - 9)))
    const drift = driftOf(creep, { lower: 70, upper: null, from: 'maker' }, 0.6)
    expect(drift.moved!.isOut).toBe(true)
    expect(drift.crossing.kind).toBe('crosses')
    expect(drift).toMatchObject({ lists: 'reaches', limits: { from: 'maker' } })
  })

  it('lists what has moved without a limit, but with one only what has used a third of its room', () => {
    const shifted = at(Array.from({ length: 24 }, (_, i) => noise(i) + (i > 11 ? 3 : 0)))
    expect(driftOf(shifted, noLimits, 0.6).lists).toBe('moved')
    // Flat since it moved: no trend towards 100, and 3 of 100 is no reason to look.
    const flat = shifted.map((point, i) => ({ ...point, hours: i < 12 ? i : 1000 + i }))
    expect(driftOf(flat, { lower: null, upper: 100, from: 'site' }, 0.6).lists).toBeNull()
    // The line through both stretches rises towards 8, which is a crossing.
    expect(driftOf(flat, { lower: null, upper: 8, from: 'site' }, 0.6).lists).toBe('reaches')
    expect(driftOf(flat, { lower: null, upper: 40, from: 'site' }, 0.6).lists).toBeNull()
    // It moved away from the only limit that there is.
    expect(driftOf(flat, { lower: -8, upper: null, from: 'site' }, 0.6).lists).toBeNull()
  })

  it('never sets limits for itself, so nothing crosses where nobody has set any', () => {
    const creep = at(Array.from({ length: 24 }, (_, i) => 80 - 0.5 * i))
    expect(driftOf(creep, noLimits, 0.6)).toMatchObject({ limits: { from: 'none' }, crossing: { kind: 'no limit' } })
  })

  it('judges nothing from three readings or fewer, nor without knowing the scatter, nor from readings all alike', () => {
    const few = at([1, 2, 1, 2, 1, 2, 1, 2, 1, 9])
    expect(driftOf(few, noLimits, 0.6)).toMatchObject({ lists: 'stepped' })
    expect(driftOf(few.slice(0, -1), noLimits, 0.6)).toMatchObject({ step: null, lists: null })
    expect(driftOf(at([1, 2, 9]), noLimits, 0.6)).toMatchObject({ moved: null, step: null, lists: null })
    expect(driftOf(at([...few.map(({ value }) => value), 9, 9, 9]), noLimits, null).lists).toBeNull()
    const alike = at(Array.from({ length: 15 }, () => 3))
    expect(driftOf(alike, noLimits, 0)).toMatchObject({ breaches: [], moved: null, lists: null })
  })

  it('knows the limits of the smoothed value by hand', () => {
    // λ 0.2, ten of twenty in the baseline, first reading after it: 3.65·√(0.2/1.8·(1 − 0.64) + 0.04/10) = 3.65·√0.044 = 0.765630
    const { points } = moved([...Array<number>(11).fill(5), ...Array<number>(9).fill(6)], 1)!
    expect(points).toHaveLength(10)
    expect(points[0]!.upper).toBeCloseTo(5.76563, 5)
    expect(points[0]!.smooth).toBe(5)
    // Second: 3.65·√(0.2/1.8·(1 − 0.4096) + 0.1296/10) = 3.65·√0.0785600 = 1.023043
    expect(points[1]!.upper).toBeCloseTo(6.023043, 5)
    expect(points[1]!.smooth).toBeCloseTo(5.2, 12)
  })

  it('judges a height that creeps between two nozzles from its fourth reading on', () => {
    // Three in the baseline: after the first 3.65·√(0.04 + 0.04/3) = 0.8429; 0.2 of the way from the mean 1 to the fourth.
    expect(moved([1, 1, 1, 5], 1)!.points[0]).toMatchObject({
      smooth: expect.closeTo(1.8, 9),
      upper: expect.closeTo(1.8429, 4),
    })
    expect(moved([1, 1, 1, 5], 1)!.isOut).toBe(false)
    expect(moved([1, 1.5, 2, 3, 4, 5, 6], 0.5)!.isOut).toBe(true)
  })

  it('shifts and scales with the unit', () => {
    const values = [1, 3, 2, 4, 2, 3, 1, 2, 3, 2, 5, 6, 7]
    const [one, other] = [
      moved(values, 1)!,
      moved(
        values.map((v) => 10 * v + 70),
        10,
      )!,
    ]
    expect(other.isOut).toBe(one.isOut)
    one.points.forEach(({ smooth, upper }, i) => {
      expect(other.points[i]!.smooth).toBeCloseTo(10 * smooth + 70, 9)
      expect(other.points[i]!.upper).toBeCloseTo(10 * upper + 70, 9)
    })
  })
})

describe('a sudden step', () => {
  const belt = [82.4, 81.7, 82.1, 82.3, 81.9]
  const inLimits = { lower: 35, upper: 130, from: 'usual' as const }
  const drift = (values: number[], sigma: number | null = 0.9) =>
    driftOf(
      values.map((value, i) => ({ atMs: i, hours: i * 100, value })),
      inLimits,
      sigma,
    )

  it('is told with the reading that shows it, and until the value has gone back', () => {
    // By hand: the mean of the five is 82.08; 4 · 0.9 · √(1 + 1/5) = 3.9436, so that 78.1 is a reading like others and 78 a step.
    expect(drift([...belt, 78.15]).step).toBeNull()
    expect(drift([...belt, 78.1]).step).toEqual({ at: 5, before: expect.closeTo(82.08, 9), after: 78.1 })
    for (const fallen of [[76], [76, 76.4], [76, 76.4, 75.8, 76.1, 75.9]])
      expect(drift([...belt, ...fallen])).toMatchObject({ lists: 'stepped', step: { at: 5 } })
    expect(drift([...belt, 71])).toMatchObject({ lists: 'stepped', step: { after: 71 } })
    const settled = Array.from({ length: 10 }, (_, i) => 76 + 0.4 * (i % 2))
    expect(drift([...belt, ...settled]).step).toMatchObject({ at: 5 })
    expect(drift([...belt, ...settled, 76]).step).toBeNull()
    // One slip of the hand among good readings.
    expect(drift([...belt, 76, 82, 82.2]).step).toBeNull()
  })

  it('is no slow creep, however regular', () => {
    const creep = Array.from({ length: 22 }, (_, i) => 82 - 1.2 * i)
    expect(drift(creep, 0.9)).toMatchObject({ step: null, moved: { isOut: true } })
  })

  it('is none without scatter to judge by, from three readings, or where it is next to nothing of the room', () => {
    expect(drift([...belt, 60], null).step).toBeNull()
    expect(drift([82, 82, 60], 0.9).step).toBeNull()
    expect(drift([...belt, 60], 0).step).toBeNull()
    expect(drift([...belt, 78], 0.5)).toMatchObject({ step: { at: 5 }, lists: null })
  })

  it('shifts, scales and turns with the unit', () => {
    const values = [...belt, 76, 76.4]
    const one = stepped(values, 0.9)!
    for (const factor of [10, -0.1]) {
      const other = stepped(
        values.map((value) => factor * value + 7),
        Math.abs(0.9 * factor),
      )!
      expect(other.at).toBe(one.at)
      expect(other.before).toBeCloseTo(factor * one.before + 7, 9)
      expect(other.after).toBeCloseTo(factor * one.after + 7, 9)
    }
  })
})

describe('scatter', () => {
  it('is everybody’s until a series is long, and nobody’s while all together are few', () => {
    const long = scatterOf(Array.from({ length: 20 }, (_, i) => i % 2))
    expect(scatterFor(long, { ranges: 0, count: 0 })).toBeCloseTo(1 / 1.128, 9)
    const short = scatterOf([1, 2, 1])
    expect(scatterFor(short, { ranges: 200, count: 100 })).toBeCloseTo(2 / 1.128, 9)
    expect(scatterFor(short, short)).toBeNull()
    expect(scatterOf([])).toEqual({ ranges: 0, count: 0 })
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
