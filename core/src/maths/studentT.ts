import { logGamma } from './gamma.ts'

/**
 * Quantile of Student's t distribution for an upper tail, t with P(T > t) = tail, by halving an interval of the distribution
 * function, which follows from the regularised incomplete beta function.
 * @param tail 0 < tail < 0.5
 * @param freedom degrees of freedom, ≥ 1
 * @returns t > 0
 * Source: Abramowitz & Stegun (1964), 26.7.1 and, for the incomplete beta function, the continued fraction 26.5.8.
 */
export function studentT(tail: number, freedom: number): number {
  let [low, high] = [0, 1]
  while (upperTail(high, freedom) > tail) high *= 2
  for (let n = 0; n < 200 && high - low > 1e-13 * high; n++) {
    const middle = (low + high) / 2
    if (upperTail(middle, freedom) > tail) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** P(T > t) for t ≥ 0. */
export function upperTail(t: number, freedom: number): number {
  return 0.5 * incompleteBeta(freedom / (freedom + t * t), freedom / 2, 0.5)
}

/** Regularised incomplete beta function I_x(a, b). */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  // The fraction runs quickly below the mean of the distribution; above it the other tail is taken.
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a)
  const logFront = logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x)
  let tail = 1
  for (let m = 200; m >= 1; m--) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    tail = 1 + even / (1 + odd / tail)
  }
  const first = (-(a + b) * x) / (a + 1)
  return (Math.exp(logFront) / a) * (1 / (1 + first / tail))
}
