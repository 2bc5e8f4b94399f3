/** What the counter of a printer stood at, at one moment. `atMs` is milliseconds of any one time axis. */
export interface CounterPoint {
  atMs: number
  runHours: number
}

/**
 * Running hours of a printer at a moment, from the evidence on either side of it.
 *
 * Between two pieces of evidence the hours are spread evenly; after the last one they stand still until more is known.
 * @param before latest evidence at or before the moment
 * @param after earliest evidence after it, or null
 */
export function counterAt(before: CounterPoint, after: CounterPoint | null, atMs: number): number {
  if (!after || after.atMs <= before.atMs) return before.runHours
  const share = Math.min(1, Math.max(0, (atMs - before.atMs) / (after.atMs - before.atMs)))
  return before.runHours + share * (after.runHours - before.runHours)
}
