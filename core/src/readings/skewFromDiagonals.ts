import { Problem } from '../problem.ts'

/**
 * How far a frame is from square, from its two diagonals: sin(skew) = (p² − q²)/(4ab).
 *
 * Without the sides the frame is taken for a square: then a² + b² = (p² + q²)/2 (the law of the parallelogram) gives
 * a·b = (p² + q²)/4, so sin(skew) = (p² − q²)/(p² + q²).
 * @param p, q diagonals in one unit, > 0
 * @returns skew in degrees, ≥ 0
 * @throws Problem 'not-positive'
 * Source: law of cosines; the trade's bands 0.02 / 0.12 / 0.25° are common practice, no source.
 */
export function skewFromDiagonals(p: number, q: number): number {
  if (!(p > 0 && q > 0)) throw new Problem('not-positive', 'Both diagonals must be more than 0.')
  return (Math.asin(Math.abs(p * p - q * q) / (p * p + q * q)) * 180) / Math.PI
}
