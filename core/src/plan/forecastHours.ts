import { dayMs } from '../maths/durations.ts'
/** One calendar day of the workshop. */
export interface CalendarDay {
  startMs: number
  endMs: number
  /** 0 is Sunday. */
  weekday: number
  open: boolean
}

/** Hours that a printer is expected to run on one day of the week, with limits that hold in 8 cases of 10. */
export interface WeekdayHours {
  mean: number
  low: number
  high: number
}

export interface HoursForecast {
  /** By day of the week, Sunday first; for an open day. */
  weekdays: WeekdayHours[]
  /** Standard deviation of the hours of a whole week. */
  weekSd: number
}

/** Days whose use weighs half as much as today's. */
const halfLifeDays = 28
/** 0.9 quantile of the normal distribution: 8 in 10 lie between minus and plus this (NIST/SEMATECH e-Handbook 1.3.6.7.1). */
const z80 = 1.2816
const rounds = 12

/**
 * Running hours to expect on each day of the week, from a printer's own use, younger days weighing more.
 *
 * Counts seldom fall on midnight: the hours between two counts are shared among the open days between them in proportion
 * to the profile of the week, the profile is taken again from the shares, and so on until it settles.
 * @param points counters in order of time; hours between neighbours are what is shared
 * @param days the calendar days that the points cover, oldest first
 * @returns the profile and its spread, or null with less than a week of counted open days
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
  const weekdays = means.map((mean, weekday) => {
    const sd = spread(
      covered.flatMap((day, i) => (day.open && day.weekday === weekday ? [[shares[i]!, weight[i]!] as const] : [])),
    )
    return { mean, low: Math.max(0, mean - z80 * sd), high: Math.min(24, mean + z80 * sd) }
  })
  return { weekdays, weekSd: weekSpread(covered, shares, weight) }
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

function weekSpread(days: readonly CalendarDay[], shares: readonly number[], weight: readonly number[]): number {
  const weeks: [number, number][] = []
  for (let end = days.length; end >= 7; end -= 7)
    weeks.push([shares.slice(end - 7, end).reduce((a, b) => a + b, 0), weight[end - 1]!])
  return spread(weeks)
}

/** Days from the last count until so many hours have run: expected, and between which it falls in 8 cases of 10. */
export interface DaysUntil {
  expected: number
  earliest: number
  latest: number
}

/**
 * When a printer will have run so many hours more.
 *
 * The spread of a sum of independent weeks grows with the root of their number. Beyond the last day given, the mean of
 * the days given goes on.
 * @param forecast of the printer
 * @param ahead the days that follow the last count, oldest first, at least one; the first may be the rest of a day
 * @returns a function from hours (≥ 0) to days from the start of `ahead`, or null for a printer that stands
 */
export function daysUntilHours(
  { weekdays, weekSd }: HoursForecast,
  ahead: readonly CalendarDay[],
): (hours: number) => DaysUntil | null {
  const start = ahead[0]!.startMs
  const ends = [0]
  const means = [0]
  for (const { startMs, endMs, weekday, open } of ahead) {
    ends.push((endMs - start) / dayMs)
    means.push(means[means.length - 1]! + (open ? weekdays[weekday]!.mean * ((endMs - startMs) / dayMs) : 0))
  }
  const [lastDay, lastMean] = [ends[ends.length - 1]!, means[means.length - 1]!]
  const perDay = lastMean / lastDay
  const meanAt = (days: number): number => {
    if (days >= lastDay) return lastMean + perDay * (days - lastDay)
    const i = firstIndex(ends.length, (k) => ends[k]! >= days)
    if (i === 0) return 0
    return means[i - 1]! + ((means[i]! - means[i - 1]!) * (days - ends[i - 1]!)) / (ends[i]! - ends[i - 1]!)
  }
  const dayOf = (hours: number): number => {
    if (hours > lastMean) return lastDay + (hours - lastMean) / perDay
    const i = firstIndex(means.length, (k) => means[k]! >= hours)
    if (i === 0) return 0
    return ends[i - 1]! + ((ends[i]! - ends[i - 1]!) * (hours - means[i - 1]!)) / (means[i]! - means[i - 1]!)
  }
  return (hours) => {
    if (!(perDay > 0)) return null
    const expected = dayOf(hours)
    // A good week brings it forward, a poor one puts it off: the spread of what runs until then, as days.
    const spread = z80 * weekSd * Math.sqrt(Math.max(expected, 1) / 7)
    return {
      expected,
      earliest: Math.min(expected, dayOf(Math.max(0, meanAt(expected) - spread))),
      latest: Math.max(expected, dayOf(meanAt(expected) + spread)),
    }
  }
}

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
