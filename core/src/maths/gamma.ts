/** Lanczos coefficients for g = 7, n = 9 (Lanczos 1964, SIAM J. Numer. Anal. 1; values as commonly tabulated, from memory). */
const lanczos = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

/**
 * Natural logarithm of the gamma function.
 * @param x > 0
 * @returns ln Γ(x), relative error about 1e-15
 * Source: Lanczos (1964).
 */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x)
  const y = x - 1
  const base = y + 7.5
  const sum = lanczos.slice(1).reduce((total, c, i) => total + c / (y + i + 1), lanczos[0]!)
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(base) - base + Math.log(sum)
}

/**
 * Regularised lower incomplete gamma function P(a, x) = γ(a, x) / Γ(a).
 * @param a > 0
 * @param x ≥ 0
 * @returns a value from 0 to 1
 * Source: Abramowitz & Stegun (1964), series 6.5.29 and continued fraction 6.5.31.
 */
export function lowerGammaShare(a: number, x: number): number {
  if (x <= 0) return 0
  const front = Math.exp(a * Math.log(x) - x - logGamma(a))
  return x < a + 1 ? (front * series(a, x)) / a : 1 - front * continuedFraction(a, x)
}

function series(a: number, x: number): number {
  let term = 1
  let sum = 1
  for (let n = 1; n < 1000 && term > sum * 1e-16; n++) {
    term *= x / (a + n)
    sum += term
  }
  return sum
}

/** Modified Lentz evaluation; `tiny` keeps a denominator from vanishing. */
function continuedFraction(a: number, x: number): number {
  const tiny = 1e-300
  let b = x + 1 - a
  let c = 1 / tiny
  let d = 1 / b
  let h = d
  for (let n = 1; n < 1000; n++) {
    const an = -n * (n - a)
    b += 2
    d = 1 / (Math.abs(an * d + b) < tiny ? tiny : an * d + b)
    c = Math.abs(b + an / c) < tiny ? tiny : b + an / c
    h *= d * c
    if (Math.abs(d * c - 1) < 1e-16) break
  }
  return h
}
