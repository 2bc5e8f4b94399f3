import { outwardUntilNegative, rootInBracket, type Slope } from '../maths/roots.ts'
import type { WeibullLife } from '../maths/weibull.ts'
import { readLifeRecords, requireFailures, requireSpread, type LifeData, type LifeRecord } from './lifeRecord.ts'

/** Lower and upper 95 % limit; an end is null when the records do not bound it. */
export type Limits = [lower: number | null, upper: number | null]

export interface WeibullFit extends WeibullLife {
  logLikelihood: number
  shapeLimits: Limits
  scaleLimits: Limits
}

/** Half the 0.95 quantile of chi-square with one degree of freedom (NIST/SEMATECH e-Handbook 1.3.6.7.4: 3.841). */
const halfChiSquare95 = 3.841458820694124 / 2

/** How far, in logarithms of shape or scale, a limit is looked for before it is called absent. */
const farthest = 14

/**
 * Weibull life by maximum likelihood, with 95 % limits from the profile likelihood.
 *
 * S(t) = exp(−(t/scale)^shape). For a given shape k the best scale is (Σ w·tᵏ / d)^(1/k), d the weight of failures, so
 * the fit is the root of Σ w·tᵏ·ln t / Σ w·tᵏ − 1/k − Σ_failed w·ln t / d, which rises with k.
 * A limit is where the likelihood, best over the other parameter, has dropped by half of chi-square 0.95 with one degree.
 * @param records failed and still-running parts in any order, ages in one unit
 * @returns shape (no unit), scale (unit of the ages), logLikelihood, limits
 * @throws InputProblem as readLifeRecords, and 'no-failures', 'no-spread'
 * Source: IEC 61649; Meeker & Escobar, Statistical Methods for Reliability Data (1998), ch. 8.
 */
export function fitWeibull(records: readonly LifeRecord[]): WeibullFit {
  const data = readLifeRecords(records)
  requireFailures(data)
  requireSpread(data)
  const sums = new Sums(data)
  const shape = Math.exp(bestLogShape(sums))
  const best = sums.profileOfShape(Math.log(shape)).value
  return {
    shape,
    scale: sums.bestScale(shape) * sums.oldest,
    logLikelihood: best - sums.failures * Math.log(sums.oldest),
    shapeLimits: limits((logShape) => drop(sums.profileOfShape(logShape), best), Math.log(shape), 1),
    scaleLimits: scaleLimits(sums, shape, best),
  }
}

/** Ages as logarithms relative to the oldest, so that no power overflows, and the sums over them. */
class Sums {
  readonly oldest: number
  readonly failures: number
  /** Σ_failed w·ln(t/oldest), ≤ 0 */
  readonly failedLogs: number
  private readonly logs: Float64Array
  private readonly weights: Float64Array

  constructor(data: LifeData) {
    const all = [...data.failed, ...data.running].filter(({ age }) => age > 0)
    // A fixed order of addition: the answer must not depend on the order in which records are listed.
    all.sort((a, b) => a.age - b.age || a.weight - b.weight)
    this.oldest = all[all.length - 1]!.age
    this.failures = data.failures
    this.logs = Float64Array.from(all, ({ age }) => Math.log(age / this.oldest))
    this.weights = Float64Array.from(all, ({ weight }) => weight)
    const failed = [...data.failed].sort((a, b) => a.age - b.age || a.weight - b.weight)
    this.failedLogs = failed.reduce((sum, { age, weight }) => sum + weight * Math.log(age / this.oldest), 0)
  }

  /** Σ w·zᵏ·(ln z)ⁿ for n = 0, 1, 2, with z = t/scale. */
  powers(shape: number, logScale: number): [number, number, number] {
    let s0 = 0
    let s1 = 0
    let s2 = 0
    for (let i = 0; i < this.logs.length; i++) {
      const log = this.logs[i]! - logScale
      const term = this.weights[i]! * Math.exp(shape * log)
      s0 += term
      s1 += term * log
      s2 += term * log * log
    }
    return [s0, s1, s2]
  }

  bestScale(shape: number): number {
    return Math.pow(this.powers(shape, 0)[0] / this.failures, 1 / shape)
  }

  /** The likelihood equation of the shape and its slope, both against ln shape. */
  equation(logShape: number): Slope {
    const k = Math.exp(logShape)
    const [s0, s1, s2] = this.powers(k, 0)
    return {
      value: s1 / s0 - 1 / k - this.failedLogs / this.failures,
      slope: k * ((s2 * s0 - s1 * s1) / (s0 * s0) + 1 / (k * k)),
    }
  }

  /** Log-likelihood at the best scale for this shape, ages relative to the oldest. */
  profileOfShape(logShape: number): Slope {
    const k = Math.exp(logShape)
    const d = this.failures
    const [s0, s1] = this.powers(k, 0)
    return {
      value: d * logShape - d * Math.log(s0 / d) + (k - 1) * this.failedLogs - d,
      slope: k * (d / k - (d * s1) / s0 + this.failedLogs),
    }
  }

  /** Best shape for a given scale: Newton on a concave function of the shape, with halved steps below 0. */
  bestShapeFor(logScale: number, start: number): number {
    const d = this.failures
    let k = start
    for (let n = 0; n < 100; n++) {
      const [, s1, s2] = this.powers(k, logScale)
      const step = (d / k - d * logScale + this.failedLogs - s1) / (d / (k * k) + s2)
      const next = k + step > 0 ? k + Math.min(step, k) : k / 2
      if (Math.abs(next - k) <= 1e-12 * k) return next
      k = next
    }
    return k
  }

  logLikelihood(shape: number, logScale: number): Slope {
    const d = this.failures
    const [s0] = this.powers(shape, logScale)
    return {
      value: d * Math.log(shape) - d * shape * logScale + (shape - 1) * this.failedLogs - s0,
      slope: shape * (s0 - d),
    }
  }
}

function bestLogShape(sums: Sums): number {
  let low = Math.log(0.1)
  let high = Math.log(10)
  while (sums.equation(low).value > 0) low -= 2
  while (sums.equation(high).value < 0) high += 2
  return rootInBracket((x) => sums.equation(x), low, high, 0.2)
}

/** How much likelihood is left before the limit: positive inside the limits, 0 at a limit. */
function drop({ value, slope }: Slope, best: number): Slope {
  return { value: value - best + halfChiSquare95, slope }
}

function limits(left: (x: number) => Slope, centre: number, width: number): Limits {
  const end = (direction: 1 | -1) => {
    const outside = outwardUntilNegative(left, centre, direction * 0.5 * width, farthest)
    return outside === null ? null : Math.exp(rootInBracket(left, centre, outside, outside, 1e-10))
  }
  return [end(-1), end(1)]
}

function scaleLimits(sums: Sums, shape: number, best: number): Limits {
  let last = shape // each profile point starts from the neighbour's shape
  const left = (logScale: number) => {
    last = sums.bestShapeFor(logScale, Number.isFinite(last) && last > 1e-9 ? last : shape)
    return drop(sums.logLikelihood(last, logScale), best)
  }
  const [low, high] = limits(left, Math.log(sums.bestScale(shape)), 1 / Math.max(shape, 0.2))
  return [low && low * sums.oldest, high && high * sums.oldest]
}
