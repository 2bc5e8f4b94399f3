import type { CounterPoint } from './counterAt.ts'

const dayMs = 24 * 3600 * 1000

/**
 * Mean running hours per day between two counter points.
 * @returns hours per day, or null when less than a day lies between them (too little to go by)
 */
export function dailyHours(from: CounterPoint, to: CounterPoint): number | null {
  const days = (to.atMs - from.atMs) / dayMs
  return days < 1 ? null : Math.max(0, to.runHours - from.runHours) / days
}
