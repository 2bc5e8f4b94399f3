import { dayMs } from '../maths/durations.ts'
import { growthAhead, spreadAhead, weekSpread, type CountedStretch, type WeekSpread } from './weekSpread.ts'

/** One calendar day of the workshop. */
export interface CalendarDay {
  startMs: number
  endMs: number
  /** 0 is Sunday. */
  weekday: number
  open: boolean
}

/** Hours that a printer is expected to run on one day of the week. */
export interface WeekdayHours {
  mean: number
  /** They hold in 8 cases of 10; null: counts lie too far apart to say what one day ran. */
  limits: [low: number, high: number] | null
}

export interface HoursForecast {
  /** By day of the week, Sunday first; for an open day. */
  weekdays: WeekdayHours[]
  /** Mean hours of an open week. */
  weekMean: number
  /** How weeks scatter; null: less than four weeks have been counted. */
  spread: WeekSpread | null
}

/** Days whose use weighs half as much as today's. */
const halfLifeDays = 28
/** 0.9 quantile of the normal distribution: 8 in 10 lie between minus and plus this (NIST/SEMATECH e-Handbook 1.3.6.7.1). */
const z80 = 1.2816
const rounds = 12
/** Counts of at most so many days apart say what one day ran. */
const daysForWeekday = 2
const stretchDays = 6.5

/**
 * Running hours to expect on each day of the week, from a printer's own use, younger days weighing more.
 *
 * Counts seldom fall on midnight: the hours between two counts are shared among the open days between them in proportion
 * to the profile of the week, the profile is taken again from the shares, and so on until it settles.
 * @param points counters in order of time; hours between neighbours are what is shared
 * @param days the calendar days that the points cover, oldest first
 * @returns the profile and how weeks scatter, or null with less than a week of counted open days
 * Source: exponential weighting as NIST/SEMATECH e-Handbook 6.4.3; the sharing is expectation and maximisation for a
 * mean per class (Dempster, Laird & Rubin 1977).
 */
export function forecastHours(
  points: readonly { atMs: number; hours: number }[],
  days: readonly CalendarDay[],
): HoursForecast | null {
  const first = points[0]
  const last = points[points.length - 1]
  if (!first || !last) return null
  const whole = ({ startMs, endMs }: CalendarDay) => startMs >= first.atMs && endMs <= last.atMs
  const covered = days.filter(whole)
  if (covered.filter(({ open }) => open).length < 7 || last.atMs - first.atMs < 7 * 24 * 3600_000) return null
  const weight = covered.map(({ endMs }) => 2 ** (-(last.atMs - endMs) / (halfLifeDays * 24 * 3600_000)))
  let means = new Array<number>(7).fill((last.hours - first.hours) / covered.length || 0)
  let shares: number[] = []
  for (let round = 0; round < rounds; round++) {
    // Days that are counted in part take their part, but teach nothing.
    shares = share(points, days, means).filter((_, i) => whole(days[i]!))
    means = weekdayMeans(covered, shares, weight, means)
  }
  const apart = daysApart(points)
  const weekdays = means.map((mean, weekday): WeekdayHours => {
    if (apart > daysForWeekday) return { mean, limits: null }
    const sd = spread(
      covered.flatMap((day, i) => (day.open && day.weekday === weekday ? [[shares[i]!, weight[i]!] as const] : [])),
    )
    return { mean, limits: [Math.max(0, mean - z80 * sd), Math.min(24, mean + z80 * sd)] }
  })
  const openWeekdays = new Set(covered.flatMap(({ open, weekday }) => (open ? [weekday] : [])))
  const weekMean = [...openWeekdays].reduce((sum, weekday) => sum + means[weekday]!, 0)
  return {
    weekdays,
    weekMean,
    spread: weekMean > 0 ? weekSpread(stretchesOf(points, days, { means, weekMean }), weekMean) : null,
  }
}

/** Days between counts, in the middle of all. */
function daysApart(points: readonly { atMs: number }[]): number {
  const gaps = points.slice(1).map(({ atMs }, i) => (atMs - points[i]!.atMs) / dayMs)
  gaps.sort((a, b) => a - b)
  // A gap counts by its length: three counts in one hour do not make up for a month without.
  const all = gaps.reduce((sum, gap) => sum + gap, 0)
  let sum = 0
  for (const gap of gaps) {
    sum += gap
    if (sum >= all / 2) return gap
  }
  return Infinity
}

/** The counted time in stretches of about a week, or from count to count where they lie farther apart; oldest first. */
function stretchesOf(
  points: readonly { atMs: number; hours: number }[],
  days: readonly CalendarDay[],
  { means, weekMean }: { means: readonly number[]; weekMean: number },
): CountedStretch[] {
  const newest = points[points.length - 1]!
  const stretches: CountedStretch[] = []
  let end = newest
  for (let i = points.length - 2; i >= 0; i--) {
    const start = points[i]!
    if (end.atMs - start.atMs < stretchDays * dayMs) continue
    const expected = expectedBetween(start.atMs, end.atMs, days, means)
    if (expected > 0)
      stretches.push({
        hours: end.hours - start.hours,
        weeks: expected / weekMean,
        ago: (newest.atMs - (start.atMs + end.atMs) / 2) / (7 * dayMs),
        weight: 2 ** (-(newest.atMs - end.atMs) / (halfLifeDays * dayMs)),
      })
    end = start
  }
  return stretches.reverse()
}

/** What the profile makes of a stretch of time. */
function expectedBetween(fromMs: number, toMs: number, days: readonly CalendarDay[], means: readonly number[]): number {
  return days.reduce((sum, { startMs, endMs, weekday, open }) => {
    const overlap = Math.min(endMs, toMs) - Math.max(startMs, fromMs)
    return open && overlap > 0 ? sum + (means[weekday]! * overlap) / (endMs - startMs) : sum
  }, 0)
}

/** Gives each day its part of the hours between the counts around it. */
function share(
  points: readonly { atMs: number; hours: number }[],
  days: readonly CalendarDay[],
  means: readonly number[],
): number[] {
  const out = new Array<number>(days.length).fill(0)
  let from = 0
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const hours = b.hours - a.hours
    while (from < days.length && days[from]!.endMs <= a.atMs) from++
    const claims: [day: number, claim: number][] = []
    for (let d = from; d < days.length && days[d]!.startMs < b.atMs; d++) {
      const { startMs, endMs, weekday, open } = days[d]!
      const overlap = (Math.min(endMs, b.atMs) - Math.max(startMs, a.atMs)) / (endMs - startMs)
      claims.push([d, overlap * (open ? Math.max(means[weekday]!, 0.01) : 1e-6)])
    }
    const total = claims.reduce((sum, [, claim]) => sum + claim, 0)
    if (total > 0) for (const [d, claim] of claims) out[d]! += (hours * claim) / total
  }
  return out
}

function weekdayMeans(
  days: readonly CalendarDay[],
  shares: readonly number[],
  weight: readonly number[],
  before: readonly number[],
): number[] {
  const sum = new Array<number>(7).fill(0)
  const weights = new Array<number>(7).fill(0)
  days.forEach(({ weekday, open }, i) => {
    if (!open) return
    sum[weekday]! += shares[i]! * weight[i]!
    weights[weekday]! += weight[i]!
  })
  return sum.map((total, weekday) => (weights[weekday]! > 0 ? total / weights[weekday]! : closedGuess(before, weights)))
}

/** A weekday that was never open here is expected to be like the others, should it open once. */
function closedGuess(means: readonly number[], weights: readonly number[]): number {
  const known = means.filter((_, weekday) => weights[weekday]! > 0)
  return known.length > 0 ? known.reduce((a, b) => a + b, 0) / known.length : 0
}

function spread(values: readonly (readonly [value: number, weight: number])[]): number {
  const total = values.reduce((sum, [, w]) => sum + w, 0)
  if (values.length < 2) return 0
  const mean = values.reduce((sum, [v, w]) => sum + v * w, 0) / total
  return Math.sqrt(values.reduce((sum, [v, w]) => sum + w * (v - mean) ** 2, 0) / total)
}

/** Days from the last count until so many hours have run. */
export interface DaysUntil {
  expected: number
  /** It falls between these in 8 cases of 10; null: less than four weeks have been counted, so nobody can say. */
  range: [earliest: number, latest: number] | null
}

/**
 * When a printer will have run so many hours more.
 *
 * How far the hours of the time ahead may lie off is spreadAhead's. Growth goes on for half a year; beyond the last day
 * given, the mean of the days given does.
 * @param forecast of the printer
 * @param ahead the days that follow the last count, oldest first, at least one; the first may be the rest of a day
 * @returns a function from hours (≥ 0) to days from the start of `ahead`, or null for a printer that stands
 */
export function daysUntilHours(
  { weekdays, weekMean, spread: weeks }: HoursForecast,
  ahead: readonly CalendarDay[],
): (hours: number) => DaysUntil | null {
  const start = ahead[0]!.startMs
  const ends = [0]
  const means = [0]
  for (const { startMs, endMs, weekday, open } of ahead) {
    ends.push((endMs - start) / dayMs)
    const grown = weeks ? growthAhead(weeks, (startMs - start) / (7 * dayMs)) : 1
    means.push(means[means.length - 1]! + (open ? grown * weekdays[weekday]!.mean * ((endMs - startMs) / dayMs) : 0))
  }
  const [lastDay, lastMean] = [ends[ends.length - 1]!, means[means.length - 1]!]
  const perDay = lastMean / lastDay
  const dayOf = (hours: number): number => {
    if (hours > lastMean) return lastDay + (hours - lastMean) / perDay
    const i = firstIndex(means.length, (k) => means[k]! >= hours)
    if (i === 0) return 0
    return ends[i - 1]! + ((ends[i]! - ends[i - 1]!) * (hours - means[i - 1]!)) / (means[i]! - means[i - 1]!)
  }
  return (hours) => {
    if (!(perDay > 0)) return null
    const expected = dayOf(hours)
    if (!weeks) return { expected, range: null }
    // A good week brings it forward, a poor one puts it off: each limit is the day on which the hours may just have been run.
    const off = (sign: 1 | -1) => {
      let day = expected
      for (let n = 0; n < limitRounds; n++) {
        const next = dayOf(Math.max(0, hours - sign * spreadAhead(weeks, day / 7, weekMean)))
        if (Math.abs(next - day) < 0.01) break
        day = Math.min(next, farthestDay)
      }
      return day
    }
    return { expected, range: [Math.min(expected, off(1)), Math.max(expected, off(-1))] }
  }
}

const limitRounds = 30
/** A limit so far off is none. */
const farthestDay = 3650

/** First whole number below `end` that passes a test which, once passed, is passed by all after it. */
function firstIndex(end: number, passes: (k: number) => boolean): number {
  let [low, high] = [0, end]
  while (low < high) {
    const middle = (low + high) >> 1
    if (passes(middle)) high = middle
    else low = middle + 1
  }
  return low
}
