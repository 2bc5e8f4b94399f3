import fc from 'fast-check'
import { daysUntilHours, forecastHours, type CalendarDay } from './forecastHours.ts'

const dayMs = 24 * 3600_000
/** Day 0 is a Sunday. */
const calendar = (from: number, to: number, closed: number[] = []): CalendarDay[] =>
  Array.from({ length: to - from }, (_, i) => ({
    startMs: (from + i) * dayMs,
    endMs: (from + i + 1) * dayMs,
    weekday: (from + i) % 7,
    open: !closed.includes((from + i) % 7),
  }))
const readAt = (moments: number[], perWeekday: number[]) =>
  moments.map((day) => {
    let hours = 0
    for (let d = 0; d < day; d++) hours += perWeekday[d % 7]! * Math.min(1, day - d)
    return { atMs: day * dayMs, hours }
  })
const daily = Array.from({ length: 71 }, (_, day) => day)

describe('forecastHours', () => {
  it('finds the profile of the week from daily counts', () => {
    const profile = [2, 0, 5, 6, 7, 8, 9]
    const { weekdays, weekSd } = forecastHours(readAt(daily, profile), calendar(0, 70, [1]))!
    ;[0, 2, 3, 4, 5, 6].forEach((d) => expect(weekdays[d]!.mean).toBeCloseTo(profile[d]!, 6))
    expect(weekSd).toBeCloseTo(0, 6)
  })

  it('puts nothing on closed days, however seldom somebody counts', () => {
    const profile = [6, 0, 6, 6, 6, 6, 6]
    const counts = Array.from({ length: 21 }, (_, i) => Math.floor(i / 2) * 7 + (i % 2 ? 6.3 : 3.3))
    const { weekdays } = forecastHours(readAt(counts, profile), calendar(0, 75, [1]))!
    ;[0, 2, 3, 4, 5, 6].forEach((d) => expect(weekdays[d]!.mean).toBeCloseTo(6, 0))
  })

  it('leans to the younger weeks', () => {
    const points = daily.map((day) => ({ atMs: day * dayMs, hours: day <= 35 ? 2 * day : 70 + 8 * (day - 35) }))
    const mean = forecastHours(points, calendar(0, 70))!.weekdays[3]!.mean
    expect(mean).toBeGreaterThan(5.5)
    expect(mean).toBeLessThan(8)
  })

  it('gives limits that widen with the scatter', () => {
    let hours = 0
    const points = daily.map((day) => ({ atMs: day * dayMs, hours: (hours += day % 2 ? 2 : 10) }))
    const [tuesday] = [forecastHours(points, calendar(0, 70))!.weekdays[2]!]
    expect(tuesday.low).toBeLessThan(tuesday.mean - 2)
    expect(tuesday.high).toBeGreaterThan(tuesday.mean + 2)
  })

  it('says nothing from less than a week', () => {
    expect(forecastHours(readAt([0, 1, 2, 3], [5, 5, 5, 5, 5, 5, 5]), calendar(0, 10))).toBeNull()
    expect(forecastHours([], calendar(0, 10))).toBeNull()
  })

  it('shares out neither more nor less than was counted', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 24, noNaN: true }), { minLength: 70, maxLength: 70 }), (gains) => {
        let hours = 0
        const points = [0, ...gains].map((gain, day) => ({ atMs: day * dayMs, hours: (hours += gain) }))
        const { weekdays } = forecastHours(points, calendar(0, 70))!
        const all = weekdays.reduce((sum, { mean }) => sum + mean, 0)
        expect(all).toBeGreaterThanOrEqual(7 * Math.min(...gains) - 1e-6)
        expect(all).toBeLessThanOrEqual(7 * Math.max(...gains) + 1e-6)
      }),
    ))
})

describe('daysUntilHours', () => {
  const flat = { weekdays: Array.from({ length: 7 }, () => ({ mean: 5, low: 3, high: 7 })), weekSd: 0 }

  it('is hours over hours per day, by hand', () =>
    expect(daysUntilHours(flat, calendar(0, 60))(35)).toEqual({ expected: 7, earliest: 7, latest: 7 }))

  it('leaves closed days out', () => expect(daysUntilHours(flat, calendar(0, 60, [1]))(10)!.expected).toBeCloseTo(3, 9))

  it('opens an interval that grows with the distance', () => {
    const until = daysUntilHours({ ...flat, weekSd: 7 }, calendar(0, 200))
    const width = (hours: number) => until(hours)!.latest - until(hours)!.earliest
    expect(until(35)!.earliest).toBeLessThan(7)
    expect(until(35)!.latest).toBeGreaterThan(7)
    expect(width(350)).toBeGreaterThan(width(35))
  })

  it('goes on beyond the days given at their mean', () =>
    expect(daysUntilHours(flat, calendar(0, 56, [1]))(600)!.expected).toBeCloseTo(140, 9))

  it('says nothing of a printer that stands', () => {
    const idle = { ...flat, weekdays: flat.weekdays.map(() => ({ mean: 0, low: 0, high: 0 })) }
    expect(daysUntilHours(idle, calendar(0, 60))(1)).toBeNull()
  })
})
