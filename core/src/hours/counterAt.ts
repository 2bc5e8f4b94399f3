import { combine, type CounterPoint, type Counters } from './counters.ts'

/**
 * Counters of a printer at a moment, from the points of its curve on either side of it.
 *
 * Between two points everything is spread evenly; after the last one the counters stand still until more is known. A
 * print under way counts by its share.
 * @param before latest point at or before the moment
 * @param after earliest point after it, or null
 */
export function counterAt(before: CounterPoint, after: CounterPoint | null, atMs: number): Counters {
  if (!after || after.atMs <= before.atMs) return combine(before, before, (a) => a)
  const share = Math.min(1, Math.max(0, (atMs - before.atMs) / (after.atMs - before.atMs)))
  return combine(before, after, (a, b) => a + share * (b - a))
}
