import { crossing, type Crossing, type ReadingLimits, type ReadingPoint } from './crossing.ts'
import { individuals, type Individuals } from './individuals.ts'
import { baselineReadings, moved, type Moved } from './moved.ts'
import { runRules, type RunBreach } from './runRules.ts'
import { stepped, type Step } from './stepped.ts'

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
  /** For the chart alone, from five readings on: its rules are drawn and never listed. */
  chart: Individuals | null
  breaches: RunBreach[]
  /** null: too few readings, or no scatter known. */
  moved: Moved | null
  /** The newest sudden step that has not gone back; null: none, or no scatter known. */
  step: Step | null
  limits: ReadingLimits & { from: 'maker' | 'site' | 'usual' | 'none' }
  crossing: Crossing
  /** Worth somebody's look, and why: it is beyond a limit or would cross one, has stepped at once, or has moved in time. */
  lists: 'reaches' | 'stepped' | 'moved' | null
}

/** The chart begins with so many readings. */
const fewestForChart = 5
/** Of the way from the baseline to the limit; what has used less of it is left alone where there is a limit. */
const shareUsed = 1 / 3
/** The same of a sudden step: something has slipped, so that less is worth a word. */
const shareStepped = 1 / 10

/**
 * What the readings of one kind on one printer say since they were last upset.
 * @param points in order of time, one unit; only those since the last restart, see sinceRestart
 * @param given limits of the maker or the site; null on both sides: none. A series sets no limits for itself
 * @param sigma scatter of single readings, see scatterFor; null: not known yet
 * Sources: see individuals, runRules, moved and crossing.
 */
export function driftOf(
  points: readonly ReadingPoint[],
  given: ReadingLimits & { from: 'maker' | 'site' | 'usual' },
  sigma: number | null,
): Drift {
  const values = points.map(({ value }) => value)
  const chart = values.length >= fewestForChart ? individuals(values.slice(0, baselineReadings)) : null
  const limits: Drift['limits'] = given.lower !== null || given.upper !== null ? given : { ...given, from: 'none' }
  const found = sigma === null ? null : moved(values, sigma)
  const step = sigma === null ? null : stepped(values, sigma)
  const across = crossing(points, limits)
  // A trend is tested at every reading, so that chance finds one in time: it must have moved as well.
  const reaches = across.kind === 'beyond' || (across.kind === 'crosses' && found?.isOut !== false)
  return {
    chart,
    breaches: chart ? runRules(values, chart) : [],
    moved: found,
    step,
    limits,
    crossing: across,
    lists: reaches ? 'reaches' : hasStepped(step, limits) ? 'stepped' : hasMoved(found, limits) ? 'moved' : null,
  }
}

const hasStepped = (step: Step | null, limits: ReadingLimits) =>
  step !== null && usesRoom([step.before, step.after], limits, shareStepped)

function hasMoved(found: Moved | null, limits: ReadingLimits): boolean {
  if (!found?.isOut) return false
  return usesRoom([found.baseline, found.points[found.points.length - 1]!.smooth], limits, shareUsed)
}

/** Whether a value has used a share of its way to the limit that it moves to; without any limit, always. */
function usesRoom([from, to]: [from: number, to: number], { lower, upper }: ReadingLimits, share: number): boolean {
  if (lower === null && upper === null) return true
  const limit = to > from ? upper : lower
  return limit !== null && Math.abs(to - from) >= share * Math.abs(limit - from)
}
