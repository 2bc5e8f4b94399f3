import { studentT } from '../maths/studentT.ts'

/** What a printer ran between two counts, and the open weeks that lie between them. */
export interface CountedStretch {
  hours: number
  /** Open time between the counts, in weeks, > 0. */
  weeks: number
  /** How long ago the middle of it is, in weeks. */
  ago: number
  /** What the newest weighs is 1, older ones weigh less. */
  weight: number
}

/** How the hours of weeks scatter, and how well that and their mean are known. */
export interface WeekSpread {
  /** Standard deviation of one week's hours. */
  weekSd: number
  /** How much a week is like the one before it: 0 not at all, below 1. */
  correlation: number
  /** Weeks that the mean rests on, younger ones counting more. */
  weeks: number
  /** Degrees of freedom of the standard deviation. */
  freedom: number
  /** By which share of its mean a week runs more than the one before it, and the standard deviation of that. */
  growth: number
  growthSd: number
  /** How long ago the weeks lie, in the mean, that the mean rests on. */
  ago: number
}

/** So many weeks of history say something of how weeks scatter. */
const fewestWeeks = 4
const fewestStretches = 2
const mostCorrelation = 0.9
/** What a week's growth is held to be before anything is seen, as a standard deviation. Common practice, no source: half as much again in a year is usual. */
const usualGrowth = 0.008
/** 8 in 10: a tenth lies above, a tenth below. */
const tail = 0.1

/**
 * How the hours of weeks scatter, from what was counted, whatever the distance of the counts.
 *
 * A stretch of m open weeks has m times the variance of one week, so that each stretch's squared distance from the mean, over its weeks,
 * tells of the same figure; n − 1 of n (Kish's effective number of the weights) makes up for the mean being theirs. Where weeks resemble
 * each other, neighbouring stretches lie on the same side of the mean: their correlation is corrected for the few weeks that it comes from
 * (Marriott & Pope 1954).
 * @param stretches oldest first
 * @param weekMean hours of an open week
 * @returns null with less than four weeks, or a single stretch
 */
export function weekSpread(stretches: readonly CountedStretch[], weekMean: number): WeekSpread | null {
  const weeksInAll = stretches.reduce((sum, { weeks }) => sum + weeks, 0)
  if (stretches.length < fewestStretches || weeksInAll < fewestWeeks - 0.5) return null
  const all = stretches.reduce((sum, { weight }) => sum + weight, 0)
  const effective = all ** 2 / stretches.reduce((sum, { weight }) => sum + weight ** 2, 0)
  const off = stretches.map(({ hours, weeks }) => (hours - weekMean * weeks) / Math.sqrt(weeks))
  const variance =
    (off.reduce((sum, one, i) => sum + (stretches[i] as CountedStretch).weight * one ** 2, 0) / all) *
    (effective / Math.max(effective - 1, 0.5))
  const correlation = correlationOf(off, weeksInAll / stretches.length)
  const perWeek = stretches.map(({ weeks, weight }) => ({ weeks, weight: weight * weeks }))
  return {
    weekSd: Math.sqrt(variance),
    correlation,
    weeks:
      perWeek.reduce((sum, { weight }) => sum + weight, 0) ** 2 /
      perWeek.reduce((sum, { weight, weeks }) => sum + weight ** 2 / weeks, 0),
    freedom: Math.max(1, effective - 1),
    ...growthOf(stretches, weekMean, (variance / weekMean ** 2) * ((1 + correlation) / (1 - correlation))),
    ago: stretches.reduce((sum, { ago, weight }) => sum + ago * weight, 0) / all,
  }
}

/**
 * Growth per week as a straight line through the weeks, drawn towards none by what is usual: a posterior mean and its spread.
 * @param variance of one week, as a share of its mean squared
 */
function growthOf(
  stretches: readonly CountedStretch[],
  weekMean: number,
  variance: number,
): { growth: number; growthSd: number } {
  const all = stretches.reduce((sum, { weeks }) => sum + weeks, 0)
  const middle = stretches.reduce((sum, { ago, weeks }) => sum + ago * weeks, 0) / all
  let [across, squares] = [0, 0]
  for (const { hours, weeks, ago } of stretches) {
    across += (middle - ago) * (hours / weekMean)
    squares += weeks * (middle - ago) ** 2
  }
  const trust = squares > 0 ? usualGrowth ** 2 / (usualGrowth ** 2 + variance / squares) : 0
  return { growth: squares > 0 ? (trust * across) / squares : 0, growthSd: usualGrowth * Math.sqrt(1 - trust) }
}

/** Growth is not taken to go on for longer than this. */
const growsForWeeks = 26

/** What a week so far ahead runs, against the mean of those that were counted. */
export function growthAhead({ growth, ago }: WeekSpread, weeksAhead: number): number {
  return Math.max(0.2, 1 + growth * (ago + Math.min(growsForWeeks, weeksAhead)))
}

/** Correlation of a week with the one before it, from distances of stretches so many weeks long. */
function correlationOf(off: readonly number[], weeksEach: number): number {
  const n = off.length
  const squares = off.reduce((sum, one) => sum + one ** 2, 0)
  if (n < 6 || squares === 0) return 0
  let products = 0
  for (let i = 1; i < n; i++) products += (off[i] as number) * (off[i - 1] as number)
  const found = products / squares
  const unbiased = found + (1 + 3 * found) / n
  return unbiased <= 0 ? 0 : Math.min(mostCorrelation, unbiased ** (1 / Math.max(1, weeksEach)))
}

/**
 * By how much the hours of the coming weeks may lie above or below what is expected, in 8 cases of 10.
 *
 * The weeks themselves scatter, each like the one before it by so much; the mean and the growth are not known for sure either, and that
 * counts the more the longer the time ahead; and with few weeks the scatter is known badly, hence Student's t.
 * @param weeksAhead ≥ 0
 * @param weekMean hours of an open week
 */
export function spreadAhead(spread: WeekSpread, weeksAhead: number, weekMean: number): number {
  const { weekSd, correlation: r, weeks, freedom, growthSd, ago } = spread
  const ofMean = (weeksAhead ** 2 / weeks) * ((1 + r) / (1 - r))
  const ofGrowth = growthSd * weekMean * weeksAhead * (ago + Math.min(growsForWeeks, weeksAhead) / 2)
  return studentT(tail, freedom) * Math.hypot(weekSd * Math.sqrt(sumOfWeeks(weeksAhead, r) + ofMean), ofGrowth)
}

/** Variance of a sum of weeks over that of one. The days of one week are alike, so that a part of it has less than its share. */
function sumOfWeeks(count: number, r: number): number {
  if (count < 1) return count ** 1.5
  return count + (2 * r * (count - 1)) / (1 - r) - (2 * r * r * (1 - r ** (count - 1))) / (1 - r) ** 2
}
