import { crossing, type Crossing, type ReadingLimits, type ReadingPoint } from './crossing.ts'
import { ewma, type Ewma } from './ewma.ts'
import { individuals, type Individuals } from './individuals.ts'
import { runRules, type RunBreach } from './runRules.ts'

/** Readings that the baseline is taken from, fewest and most. */
const fewestForBaseline = 5
const mostForBaseline = 10
const lambda = 0.3

/**
 * The readings that still belong together: those at or after the last restart.
 * @param readings in order of time
 * @param restarts moments, ms, at which a change or an adjustment upset the value, in any order
 */
export function sinceRestart<R extends { atMs: number }>(readings: readonly R[], restarts: readonly number[]): R[] {
  const since = restarts.reduce((latest, ms) => Math.max(latest, ms), -Infinity)
  return readings.filter(({ atMs }) => atMs >= since)
}

export interface Drift {
  /** null: too few readings yet, or all alike. */
  chart: Individuals | null
  ewma: Ewma | null
  breaches: RunBreach[]
  /** The smoothed value has left its limits. */
  ewmaIsOut: boolean
  limits: ReadingLimits & { from: 'maker' | 'site' | 'own history' | 'none' }
  crossing: Crossing
}

/**
 * What the readings of one kind on one printer say since they were last upset: individuals and EWMA charts against the
 * baseline (the first five to ten readings after the restart), run rules, and the straight line to the limit.
 * @param points in order of time, one unit; only those since the last restart, see sinceRestart
 * @param given limits of the maker or the site; where both sides are null, the own history's limits stand in
 * Sources: see individuals, ewma, runRules and crossing.
 */
export function driftOf(points: readonly ReadingPoint[], given: ReadingLimits & { from: 'maker' | 'site' }): Drift {
  const values = points.map(({ value }) => value)
  const base = values.slice(0, mostForBaseline)
  const chart = base.length >= fewestForBaseline ? individuals(base) : null
  const smooth = chart && ewma(values, { lambda, start: chart.mean, sigma: chart.sigma })
  const limits: Drift['limits'] =
    given.lower !== null || given.upper !== null
      ? given
      : chart && chart.sigma > 0
        ? { lower: chart.lower, upper: chart.upper, from: 'own history' }
        : { lower: null, upper: null, from: 'none' }
  const lastSmooth = smooth?.points[smooth.points.length - 1]
  return {
    chart,
    ewma: smooth,
    breaches: chart ? runRules(values, chart) : [],
    ewmaIsOut: !!smooth && chart!.sigma > 0 && (lastSmooth! < smooth.lower || lastSmooth! > smooth.upper),
    limits,
    crossing: crossing(points, limits),
  }
}
