/** Beyond this many standard deviations the tail comes from the continued fraction, below it from the series. */
const tailStart = 2.5

/**
 * Hazard of the standard normal distribution, h(z) = φ(z) / Q(z), and ln Q(z), Q the upper tail probability.
 * @param z any finite number
 * @returns logUpperTail = ln Q(z), hazard = φ(z)/Q(z)
 * Source: Abramowitz & Stegun (1964), series 7.1.6 and continued fraction 26.2.14.
 */
export function normalTail(z: number): { logUpperTail: number; hazard: number } {
  const logDensity = -0.5 * z * z - 0.5 * Math.log(2 * Math.PI)
  const logUpperTail =
    z > tailStart
      ? logDensity + Math.log(millsRatio(z))
      : z < -tailStart
        ? Math.log1p(-Math.exp(logDensity) * millsRatio(-z))
        : Math.log(0.5 - centralHalf(z))
  return { logUpperTail, hazard: Math.exp(logDensity - logUpperTail) }
}

/** Q(z)/φ(z) for z > 2.5, continued fraction evaluated from the far end. */
function millsRatio(z: number): number {
  let tail = z
  for (let n = 120; n >= 1; n--) tail = z + n / tail
  return 1 / tail
}

/** Probability between 0 and z, negative for negative z: φ(z)·(z + z³/3 + z⁵/15 + …), all terms of one sign. */
function centralHalf(z: number): number {
  let term = z
  let sum = z
  for (let n = 1; n < 200 && Math.abs(term) > Math.abs(sum) * 1e-17; n++) {
    term *= (z * z) / (2 * n + 1)
    sum += term
  }
  return (sum * Math.exp(-0.5 * z * z)) / Math.sqrt(2 * Math.PI)
}

/**
 * The z below which a share p of the standard normal distribution lies.
 * @param p between 0 and 1, neither of them
 * Source: Abramowitz & Stegun (1964), 26.2.23, made exact by Newton's steps on ln Q(z).
 */
export function normalQuantile(p: number): number {
  const tail = Math.min(p, 1 - p)
  const t = Math.sqrt(-2 * Math.log(tail))
  let z =
    t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t * t * t)
  for (let step = 0; step < 2; step++) {
    const { logUpperTail, hazard } = normalTail(z)
    z += (logUpperTail - Math.log(tail)) / hazard
  }
  return p < 0.5 ? -z : z
}
