import { InputProblem } from '../inputProblem.ts'

/**
 * How far a frame is from square, from its two diagonals: sin(skew) = (p² − q²)/(4ab).
 *
 * Without the sides the frame is taken for a square: then a² + b² = (p² + q²)/2 (the law of the parallelogram) gives
 * a·b = (p² + q²)/4, so sin(skew) = (p² − q²)/(p² + q²).
 * @param p, q diagonals in one unit, > 0
 * @param sides a and b in the same unit, > 0, when they are known
 * @returns skew in degrees, ≥ 0
 * @throws InputProblem 'not-positive', 'impossible-figure' when no such frame can be
 * Source: law of cosines; the trade's bands 0.02 / 0.12 / 0.25° are common practice, no source.
 */
export function skewFromDiagonals(p: number, q: number, sides?: { a: number; b: number }): number {
  if (!(p > 0 && q > 0)) throw new InputProblem('not-positive', 'Both diagonals must be more than 0.')
  if (sides && !(sides.a > 0 && sides.b > 0)) throw new InputProblem('not-positive', 'Both sides must be more than 0.')
  return degrees(Math.abs(p * p - q * q) / (sides ? 4 * sides.a * sides.b : p * p + q * q))
}

/**
 * Skew from three lengths of a printed parallelogram: both diagonals and one side. The other side follows from the law of
 * the parallelogram, 2(a² + b²) = p² + q².
 * @param p, q diagonals and a one side, mm, > 0
 * @returns skew in degrees, > 0 when p is the longer diagonal: the sign tells which way the axes lean
 * @throws InputProblem 'not-positive', 'impossible-figure'
 * Source: law of cosines, law of the parallelogram (Euclid's Elements II 12–13).
 */
export function skewFromThreeLengths(p: number, q: number, a: number): number {
  if (!(p > 0 && q > 0 && a > 0)) throw new InputProblem('not-positive', 'All three lengths must be more than 0.')
  const bSquared = (p * p + q * q) / 2 - a * a
  if (!(bSquared > 0))
    throw new InputProblem('impossible-figure', 'The side is longer than these diagonals allow. Measure again.', {
      p,
      q,
      a,
    })
  return degrees((p * p - q * q) / (4 * a * Math.sqrt(bSquared)))
}

function degrees(sine: number): number {
  if (Math.abs(sine) > 1)
    throw new InputProblem('impossible-figure', 'No frame has these lengths. Measure again.', { sine })
  return (Math.asin(sine) * 180) / Math.PI
}

/** The trade's word for a skew. Common practice, no source: 0.02° is very good, 0.12° slight, 0.25° severe. */
export function skewWords(skewDegrees: number): 'very good' | 'good' | 'slight' | 'severe' {
  const skew = Math.abs(skewDegrees)
  return skew <= 0.02 ? 'very good' : skew < 0.12 ? 'good' : skew < 0.25 ? 'slight' : 'severe'
}
