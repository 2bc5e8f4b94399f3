import { InputProblem } from '../inputProblem.ts'

/** Mean of the range of two normal values, in standard deviations: d₂ for n = 2, ASTM Manual on Control Charts, table of factors. */
export const d2ForTwo = 1.128

export interface Individuals {
  mean: number
  meanMovingRange: number
  /** Standard deviation as the moving ranges show it: short-term scatter, free of slow drift. */
  sigma: number
  lower: number
  upper: number
}

/**
 * Limits of an individuals chart from moving ranges: mean ± 3·MR/d₂, MR the mean distance of neighbours.
 * @param values in order of time, at least two, any one unit
 * @returns mean, mean moving range, sigma and the limits, in that unit
 * @throws InputProblem 'too-few-readings'
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2.
 */
export function individuals(values: readonly number[]): Individuals {
  if (values.length < 2)
    throw new InputProblem('too-few-readings', 'One reading says nothing about scatter; take a second.')
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  let ranges = 0
  for (let i = 1; i < values.length; i++) ranges += Math.abs(values[i]! - values[i - 1]!)
  const meanMovingRange = ranges / (values.length - 1)
  const sigma = meanMovingRange / d2ForTwo
  return { mean, meanMovingRange, sigma, lower: mean - 3 * sigma, upper: mean + 3 * sigma }
}
