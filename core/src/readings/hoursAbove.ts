/** One logged temperature. */
export interface TemperatureSample {
  atMs: number
  celsius: number
}

/** Samples farther apart than this say nothing about the time between them. */
export const longestSilenceMs = 30 * 60_000

/**
 * Hours for which the temperature stood above a limit between two samples, on the straight line between them.
 * @param earlier, later samples, the later one not earlier
 * @param limitC °C
 * @returns hours ≥ 0; 0 when the samples are more than half an hour apart: a silent thermometer is no evidence
 * Source: linear interpolation; the half hour is a choice of this product.
 */
export function hoursAbove(earlier: TemperatureSample, later: TemperatureSample, limitC: number): number {
  const ms = later.atMs - earlier.atMs
  if (!(ms > 0) || ms > longestSilenceMs) return 0
  const [low, high] = [Math.min(earlier.celsius, later.celsius), Math.max(earlier.celsius, later.celsius)]
  const share = low >= limitC ? (high > limitC ? 1 : 0) : high <= limitC ? 0 : (high - limitC) / (high - low)
  return (share * ms) / 3_600_000
}
