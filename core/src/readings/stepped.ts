/** Readings before a step that its height is told from, at least and at most. */
const fewestBefore = 3
const mostBefore = 10
/** In standard deviations of a new reading about the mean before it: by chance once in 16,000 readings. */
const width = 4
/** After so many readings at its new height it is told no longer: it is how the machine is now. */
const toldFor = 10
/** Share of a step that must have come with one reading (else it crept), and that must still be there. */
const mostOfIt = 1 / 2

export interface Step {
  /** Place of the first reading after it. */
  at: number
  before: number
  after: number
}

/**
 * The newest sudden step of a value that has not gone back: a reading farther from the mean of up to ten before it than its scatter allows,
 * |x − m| > 4·σ·√(1 + 1/k), of which more than half came since the reading before it, and more than half is still there in the mean of all since.
 * @param values in order of time, since the last restart, one unit
 * @param sigma scatter of single readings, in that unit, ≥ 0
 * @returns null with fewer than three readings before, without scatter to judge by, or where nothing has stepped
 * Source: prediction limits for one future observation of a normal process with known scatter, NIST/SEMATECH e-Handbook 6.3.2.2 for the
 * scatter; the width so that together with the smoothed value under one stable series in a hundred is told within a year of 25 readings.
 */
export function stepped(values: readonly number[], sigma: number): Step | null {
  if (sigma === 0) return null
  let found: Step | null = null
  for (let at = values.length - 1; at >= Math.max(fewestBefore, values.length - toldFor); at--) {
    const here = stepAt(values, sigma, at)
    // The readings after a step stand off from those before as well: the first of them is the step.
    if (!here && found) break
    found = here ?? found
  }
  return found
}

function stepAt(values: readonly number[], sigma: number, at: number): Step | null {
  const before = mean(values.slice(Math.max(0, at - mostBefore), at))
  const size = values[at]! - before
  if (Math.abs(size) <= width * sigma * Math.sqrt(1 + 1 / Math.min(at, mostBefore))) return null
  const isMost = (share: number) => share * Math.sign(size) > mostOfIt * Math.abs(size)
  const after = mean(values.slice(at))
  return isMost(values[at]! - values[at - 1]!) && isMost(after - before) ? { at, before, after } : null
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
