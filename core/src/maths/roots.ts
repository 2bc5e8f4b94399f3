/** A function's value and slope at one place. */
export interface Slope {
  value: number
  slope: number
}

/**
 * Root of a function with one sign change, by Newton steps kept inside a bracket that halves when a step leaves it.
 * @param f value and slope at x
 * @param low, high bracket: f has opposite signs at its ends
 * @param start first guess inside the bracket
 * @param tolerance relative to |x| + 1
 * @returns x with f(x) = 0
 * Source: Press et al., Numerical Recipes (3rd ed. 2007), §9.4, the safeguarded Newton method.
 */
export function rootInBracket(
  f: (x: number) => Slope,
  low: number,
  high: number,
  start: number,
  tolerance = 1e-12,
): number {
  let rising = f(low).value < 0
  let [a, b] = rising ? [low, high] : [high, low] // f(a) < 0 < f(b)
  let x = start
  for (let n = 0; n < 200; n++) {
    const { value, slope } = f(x)
    if (value === 0) return x
    if (value < 0) a = x
    else b = x
    const step = x - value / slope
    rising = a < b
    const inside = Number.isFinite(step) && (rising ? step > a && step < b : step > b && step < a)
    const next = inside ? step : (a + b) / 2
    if (Math.abs(next - x) <= tolerance * (Math.abs(x) + 1)) return next
    x = next
  }
  return x
}

/**
 * First place, going away from `start` in growing steps, where f turns negative.
 * @returns that place, or null when f is still positive after `limit`
 */
export function outwardUntilNegative(
  f: (x: number) => Slope,
  start: number,
  firstStep: number,
  limit: number,
): number | null {
  let step = firstStep
  let x = start + step
  while (Math.abs(x - start) <= limit) {
    const { value } = f(x)
    if (!(value >= 0)) return Number.isNaN(value) ? null : x
    step *= 1.7
    x += step
  }
  return null
}
