import { logGamma } from './gamma.ts'

/**
 * Exact 95 % limits of a share of which k of n were seen.
 *
 * The lower limit is the share at which k or more would be seen once in forty times, the upper that at which k or fewer would.
 * @param k 0 to n @param n ≥ 1, both whole
 * Source: Clopper & Pearson (1934), Biometrika 26.
 */
export function shareLimits(k: number, n: number): [lower: number, upper: number] {
  const lower = k === 0 ? 0 : bisect((p) => 1 - upTo(k - 1, n, p) - 0.025)
  const upper = k === n ? 1 : bisect((p) => 0.025 - upTo(k, n, p))
  return [lower, upper]
}

/** So many standard deviations from the mean lies nothing that a limit could feel. */
const reach = 12

/** Chance of at most k of n. */
function upTo(k: number, n: number, p: number): number {
  const width = reach * (Math.sqrt(n * p * (1 - p)) + 1)
  const [from, to] = [Math.max(0, Math.floor(n * p - width)), Math.min(k, Math.ceil(n * p + width))]
  let sum = 0
  for (let i = from; i <= to; i++)
    sum += Math.exp(
      logGamma(n + 1) - logGamma(i + 1) - logGamma(n - i + 1) + i * Math.log(p) + (n - i) * Math.log1p(-p),
    )
  return sum
}

/** Place between 0 and 1 where a rising function is 0. */
function bisect(f: (p: number) => number): number {
  let [low, high] = [0, 1]
  for (let n = 0; n < 60; n++) {
    const p = (low + high) / 2
    if (f(p) < 0) low = p
    else high = p
  }
  return (low + high) / 2
}
