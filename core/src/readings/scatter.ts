import { d2ForTwo } from './individuals.ts'

/** Distances of neighbouring readings, added up: what printers tell together about the scatter of a kind of reading. */
export interface Scatter {
  ranges: number
  count: number
}

/** Own scatter counts once a series has so many readings. */
const enoughOfItsOwn = 20

/** @param values in order of time, since the last restart, one unit */
export function scatterOf(values: readonly number[]): Scatter {
  let ranges = 0
  for (let i = 1; i < values.length; i++) ranges += Math.abs(values[i]! - values[i - 1]!)
  return { ranges, count: Math.max(0, values.length - 1) }
}

/**
 * Scatter of single readings, as neighbours show it: of the series itself once it is long, else of all printers together.
 * @returns in the unit of the values; null while nobody has enough readings
 * Source: NIST/SEMATECH e-Handbook 6.3.2.2 (mean moving range over d₂).
 */
export function scatterFor(own: Scatter, pooled: Scatter): number | null {
  const of = own.count >= enoughOfItsOwn - 1 ? own : pooled
  return of.count >= enoughOfItsOwn - 1 ? of.ranges / of.count / d2ForTwo : null
}

/**
 * Scatter of all printers together, to three figures: one reading more among thousands then leaves it as it is, and with it
 * everything that is judged by it.
 * @param sum of the scatters of all
 */
export function pooledOf({ ranges, count }: Scatter): Scatter {
  const enough = enoughOfItsOwn - 1
  if (count < enough) return { ranges: 0, count: 0 }
  return { ranges: Number((ranges / count).toPrecision(3)) * enough, count: enough }
}
