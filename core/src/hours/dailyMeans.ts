import { dayMs } from '../maths/durations.ts'
import { combine, type CounterPoint, type Counters } from './counters.ts'

/**
 * Mean of each counter per day between two points.
 * @returns per day, or null when less than a day lies between them (too little to go by)
 */
export function dailyMeans(from: CounterPoint, to: CounterPoint): Counters | null {
  const days = (to.atMs - from.atMs) / dayMs
  return days < 1 ? null : combine(from, to, (a, b) => Math.max(0, b - a) / days)
}
