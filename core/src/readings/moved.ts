import { ewma } from './ewma.ts'

/** Readings that the baseline is the mean of: half of all there are, at least and at most so many. */
const fewestInBaseline = 3
export const baselineReadings = 10
/** Weight of the newest reading. */
const lambda = 0.2
/** Half width of the limits in standard deviations of the smoothed value: a false line in under 1 of 100 series of 25 readings, told from the fourth on. */
const width = 3.65

export interface Moved {
  baseline: number
  sigma: number
  /** One smoothed value for each reading after the baseline. */
  points: { smooth: number; lower: number; upper: number }[]
  /** The newest smoothed value lies outside its limits. */
  isOut: boolean
}

/**
 * Whether a value has left the mean of its first readings (half of them, three to ten): an exponentially weighted average of what came after, with
 * limits that allow for the time since and for the doubt in the baseline itself.
 * @param values in order of time, since the last restart, one unit
 * @param sigma scatter of single readings, pooled over all printers, in that unit, ≥ 0
 * @returns null with fewer than four readings, or without any scatter to judge by
 * @throws InputProblem as ewma
 * Source: NIST/SEMATECH e-Handbook 6.3.2.4 for the average; the term of the baseline after Jones, Champ & Rigdon (2001), The
 * performance of exponentially weighted moving average charts with estimated parameters, Technometrics 43.
 */
export function moved(values: readonly number[], sigma: number): Moved | null {
  if (values.length <= fewestInBaseline || sigma === 0) return null
  const count = Math.min(baselineReadings, Math.max(fewestInBaseline, Math.floor(values.length / 2)))
  const baseline = values.slice(0, count).reduce((sum, value) => sum + value, 0) / count
  const smoothed = ewma(values.slice(count), { lambda, start: baseline, sigma }).points
  const points = smoothed.map((smooth, i) => {
    const left = (1 - lambda) ** (i + 1)
    const reach = width * sigma * Math.sqrt((lambda / (2 - lambda)) * (1 - left ** 2) + (1 - left) ** 2 / count)
    return { smooth, lower: baseline - reach, upper: baseline + reach }
  })
  const last = points[points.length - 1]!
  return { baseline, sigma, points, isOut: last.smooth < last.lower || last.smooth > last.upper }
}
