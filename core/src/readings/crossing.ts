import { leastSquaresLine } from '../maths/line.ts'
import { studentT } from '../maths/studentT.ts'

export interface ReadingPoint {
  /** Running hours of the printer. */
  hours: number
  value: number
}

/** Limits of a reading; null where there is none. */
export interface ReadingLimits {
  lower: number | null
  upper: number | null
}

export type Crossing =
  | { kind: 'no limit' }
  | { kind: 'too few' }
  | { kind: 'beyond' }
  | { kind: 'steady' }
  /** Running hours from the last reading; `latest` null: it may as well never cross. */
  | { kind: 'crosses'; limit: 'lower' | 'upper'; inHours: number; earliest: number; latest: number | null }

/** Fewer readings make no trend that anybody should plan by. */
const fewest = 10
/** A slope that chance gives in more than one case of a hundred is no trend: many series are looked at every day. */
const trendTail = 0.005
/** No farther ahead than twice what was looked at: beyond that a line is a guess. */
const farthestShare = 2
/** 8 in 10 single readings lie inside. */
const bandTail = 0.1

/**
 * When a drifting value would cross its limit: the least-squares line through the readings since the last adjustment, and
 * where the 8-in-10 prediction band of a single reading meets the limit.
 * @param points since the last adjustment or change, in order of hours
 * @param limits in the unit of the values
 * @returns hours from the last reading, at most twice the span that was looked at; else 'steady'
 * Source: Draper & Smith, Applied Regression Analysis (3rd ed. 1998), §1.4 and §3.2 (inverse regression).
 */
export function crossing(points: readonly ReadingPoint[], limits: ReadingLimits): Crossing {
  const { lower, upper } = limits
  if (lower === null && upper === null) return { kind: 'no limit' }
  const last = points[points.length - 1]
  if (!last) return { kind: 'too few' }
  if ((upper !== null && last.value > upper) || (lower !== null && last.value < lower)) return { kind: 'beyond' }
  if (points.length < fewest) return { kind: 'too few' }
  const line = leastSquaresLine(points.map(({ hours, value }) => ({ x: hours, y: value })))
  if (!line) return { kind: 'too few' }
  const { slope, intercept, spread, meanX, sumOfSquaresX, count } = line
  const rising = slope > 0
  const limit = rising ? upper : lower
  if (slope === 0 || limit === null) return { kind: 'steady' }
  if (Math.abs(slope) <= (studentT(trendTail, count - 2) * spread) / Math.sqrt(sumOfSquaresX)) return { kind: 'steady' }
  const t = studentT(bandTail, count - 2)
  const band = (x: number) => t * spread * Math.sqrt(1 + 1 / count + (x - meanX) ** 2 / sumOfSquaresX)
  const towards = rising ? 1 : -1
  // How far a place of the band still is from the limit, > 0 before it: its near edge (+1), its middle (0) or its far edge (−1).
  const room = (edge: number) => (x: number) => towards * (limit - intercept - slope * x) - edge * band(x)
  const farthest = farthestShare * (last.hours - points[0]!.hours)
  const expected = firstNegative(room(0), last.hours, farthest)
  if (expected === null) return { kind: 'steady' }
  return {
    kind: 'crosses',
    limit: rising ? 'upper' : 'lower',
    inHours: expected,
    earliest: firstNegative(room(1), last.hours, farthest)!,
    latest: firstNegative(room(-1), last.hours, farthest),
  }
}

/** Distance from `start` to where a falling function reaches 0, by halving; 0 when it already has, null beyond `farthest`. */
function firstNegative(room: (x: number) => number, start: number, farthest: number): number | null {
  if (room(start) <= 0) return 0
  if (room(start + farthest) > 0) return null
  let [near, far] = [0, farthest]
  while (far - near > 1e-9 * farthest) {
    const middle = (near + far) / 2
    if (room(start + middle) > 0) near = middle
    else far = middle
  }
  return (near + far) / 2
}
