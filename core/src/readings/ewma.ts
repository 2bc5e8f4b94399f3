import { InputProblem } from '../inputProblem.ts'

export interface Ewma {
  /** One smoothed value per reading. */
  points: number[]
  lower: number
  upper: number
}

/**
 * Exponentially weighted moving average with its steady limits: z ← λ·x + (1 − λ)·z, limits start ± 3·sigma·√(λ/(2 − λ)).
 * It notices a small, lasting shift that no single reading gives away.
 * @param values in order of time
 * @param of lambda 0 < λ ≤ 1, start the value that is aimed at, sigma the scatter of single values, ≥ 0
 * @throws InputProblem 'impossible-figure'
 * Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.4.
 */
export function ewma(
  values: readonly number[],
  { lambda, start, sigma }: { lambda: number; start: number; sigma: number },
): Ewma {
  if (!(lambda > 0 && lambda <= 1))
    throw new InputProblem('impossible-figure', 'The weight must lie between 0 and 1.', { lambda })
  if (!(sigma >= 0)) throw new InputProblem('impossible-figure', 'The scatter cannot be negative.', { sigma })
  let smooth = start
  const points = values.map((value) => (smooth = lambda * value + (1 - lambda) * smooth))
  const reach = 3 * sigma * Math.sqrt(lambda / (2 - lambda))
  return { points, lower: start - reach, upper: start + reach }
}
