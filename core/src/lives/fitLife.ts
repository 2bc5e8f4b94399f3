import { InputProblem } from '../inputProblem.ts'
import type { Limits } from '../maths/limits.ts'
import { outwardUntilNegative, rootInBracket } from '../maths/roots.ts'
import { likelihoodDrop } from './likelihoodDrop.ts'
import { LifeLikelihood, type LikelihoodAt } from './lifeLikelihood.ts'
import { weibullLaw, type LifeLaw, type Slopes } from './lifeLaw.ts'
import { readLifeRecords, requireFailures, requireSpread, type LifeRecord } from './lifeRecord.ts'

/** Steepest and flattest curve that is looked for. */
const steepest = 1e7
const flattest = 1e-4
/** How far, in spreads, a limit is looked for before it is called absent. */
const farthest = 400

/**
 * Life by maximum likelihood under a law of location and spread of ln age, with 95 % limits from the profile likelihood.
 *
 * A limit is where the likelihood, best over all else, has dropped by `likelihoodDrop`: half of chi-square from six failures
 * on, more below. Every figure of the curve has such limits: an age that a share has failed by, and the chance to outlive an
 * age, each by going along the line of a and b on which that figure stands still.
 * Source: Meeker & Escobar (1998), ch. 8; IEC 61649.
 */
export class FittedLife {
  readonly a: number
  readonly b: number
  readonly logLikelihood: number
  readonly failures: number
  private readonly sums: LifeLikelihood
  private readonly drop: number
  private readonly here: LikelihoodAt = { value: 0, a: 0, b: 0, aa: 0, ab: 0, bb: 0 }

  /**
   * @param records failed, still running and failed between two looks, in any order, ages in one unit
   * @throws InputProblem as readLifeRecords, and 'no-failures', 'no-spread', 'no-fit'
   */
  constructor(
    private readonly law: LifeLaw,
    records: readonly LifeRecord[],
  ) {
    const data = readLifeRecords(records)
    requireFailures(data)
    requireSpread(data)
    this.failures = data.failures
    this.drop = likelihoodDrop(data.failures)
    this.sums = new LifeLikelihood(law, data)
    const best = this.climb()
    this.a = best.at
    this.b = best.b
    this.logLikelihood = best.value
  }

  get location(): number {
    return this.sums.centre + this.b / this.a
  }
  get spread(): number {
    return 1 / this.a
  }

  /** Age by which a share p has failed: B10 for p = 0.1. */
  ageOf(p: number): number {
    return Math.exp(this.location + this.law.quantile(p) * this.spread)
  }

  /** Chance to outlive an age above 0. */
  survivalAt(age: number): number {
    this.law.survival((Math.log(age) - this.location) / this.spread, this.slopes)
    return Math.exp(this.slopes.value)
  }

  /** 95 % limits of 1/spread: the shape of a Weibull life. */
  steepnessLimits(): Limits {
    let b = this.b
    const left = (logA: number) => {
      const a = Math.exp(logA)
      b = this.bestB(a, b)
      const { value, a: slope } = this.sums.at(a, b, this.here)
      return { value: value - this.logLikelihood + this.drop, slope: slope * a }
    }
    return this.ends(left, Math.log(this.a), 0.5, 14).map((x) => x && Math.exp(x)) as Limits
  }

  /** 95 % limits of the age by which a share p has failed. */
  ageLimits(p: number): Limits {
    return this.limitsAlong(this.law.quantile(p)).map((x) => x && Math.exp(x)) as Limits
  }

  /** 95 % limits of the location, ln of the scale of a Weibull life. */
  locationLimits(): Limits {
    return this.limitsAlong(0)
  }

  /** 95 % limits of the chance to outlive an age above 0. */
  survivalLimits(age: number): Limits {
    const y = Math.log(age) - this.sums.centre
    let a = this.a
    // At this age z stays as it is: b = a·y − z.
    const left = (z: number) => {
      a = this.bestA(a, y, -z)
      const { value, b } = this.sums.at(a, a * y - z, this.here)
      return { value: value - this.logLikelihood + this.drop, slope: -b }
    }
    const [low, high] = this.ends(left, this.a * y - this.b, 0.5, farthest)
    const survival = (z: number) => {
      this.law.survival(z, this.slopes)
      return Math.exp(this.slopes.value)
    }
    return [high === null ? 0 : survival(high), low === null ? 1 : survival(low)]
  }

  private readonly slopes: Slopes = { value: 0, slope: 0, bend: 0 }

  private limitsAlong(z: number): Limits {
    let a = this.a
    // The age of z stays at ln age = q: b = a·q − z.
    const left = (q: number) => {
      a = this.bestA(a, q, -z)
      const { value, b } = this.sums.at(a, a * q - z, this.here)
      return { value: value - this.logLikelihood + this.drop, slope: b * a }
    }
    const centre = (this.b + z) / this.a
    return this.ends(left, centre, 0.5 * this.spread, farthest * Math.max(this.spread, 0.02)).map((q) =>
      q === null ? null : q + this.sums.centre,
    ) as Limits
  }

  private ends(
    left: (x: number) => { value: number; slope: number },
    centre: number,
    step: number,
    far: number,
  ): Limits {
    const end = (direction: 1 | -1) => {
      // Were the likelihood a parabola, the limit would lie where this first look says: a little farther is outside.
      const lost = this.drop - left(centre + direction * step).value
      const first = step * Math.min(4, Math.max(0.25, 1.1 * Math.sqrt(this.drop / lost)))
      const outside = outwardUntilNegative(left, centre, direction * (Number.isFinite(first) ? first : step), far)
      return outside === null ? null : rootInBracket(left, centre, outside, outside, 1e-9)
    }
    return [end(-1), end(1)]
  }

  /** Both at once, by Newton's steps, halved until they climb. */
  private climb(): { at: number; b: number; value: number } {
    const next: LikelihoodAt = { value: 0, a: 0, b: 0, aa: 0, ab: 0, bb: 0 }
    let [a, b] = [1, 0]
    b = this.bestB(a, b)
    let here = { ...this.sums.at(a, b, next) }
    for (let n = 0; n < 300; n++) {
      const determinant = here.aa * here.bb - here.ab * here.ab
      const bendsDown = here.aa < 0 && determinant > 0
      let stepA = bendsDown ? (here.ab * here.b - here.bb * here.a) / determinant : Math.sign(here.a) * 0.2 * a
      let stepB = bendsDown ? (here.ab * here.a - here.aa * here.b) / determinant : 0
      let share = Math.min(1, stepA < 0 ? (0.9 * a) / -stepA : (3 * a) / Math.max(stepA, 1e-300))
      for (; share > 1e-12; share /= 2) {
        this.sums.at(a + share * stepA, b + share * stepB, next)
        if (next.value >= here.value) break
      }
      if (share <= 1e-12) break
      stepA *= share
      stepB *= share
      a += stepA
      b += stepB
      here = { ...next }
      if (!bendsDown) {
        b = this.bestB(a, b)
        here = { ...this.sums.at(a, b, next) }
      }
      if (a > steepest || a < flattest) break
      if (bendsDown && Math.abs(stepA) < 1e-11 * a && Math.abs(stepB) < 1e-11 * (1 + Math.abs(b))) break
    }
    const flat = Math.hypot(here.a * a, here.b) < 1e-5 * this.failures
    if (!flat || a > steepest || a < flattest || !Number.isFinite(here.value))
      throw new InputProblem(
        'no-fit',
        `No ${this.law.name === 'weibull' ? 'Weibull' : 'lognormal'} curve fits these records: they are too few, too much ` +
          'alike, or watched too late.',
      )
    return { at: a, b, value: here.value }
  }

  /** Best b for a given a. */
  private bestB(a: number, start: number): number {
    return newton(
      (b) => {
        const { b: slope, bb } = this.sums.at(a, b, this.here)
        return [slope, bb]
      },
      start,
      2,
    )
  }

  /** Best a on the line b = a·q + c. */
  private bestA(start: number, q: number, c: number): number {
    const logA = newton(
      (x) => {
        const a = Math.exp(x)
        const at = this.sums.at(a, a * q + c, this.here)
        const slope = at.a + at.b * q
        return [slope * a, (at.aa + 2 * at.ab * q + at.bb * q * q) * a * a + slope * a]
      },
      Math.log(start),
      1,
    )
    return Math.exp(logA)
  }
}

/** Where a function that first rises and then falls is flat: Newton's steps inside what is known to hold the place. */
function newton(slopes: (x: number) => [slope: number, bend: number], start: number, longest: number): number {
  let x = start
  let [low, high] = [-Infinity, Infinity]
  for (let n = 0; n < 80; n++) {
    const [slope, bend] = slopes(x)
    if (!(Math.abs(slope) > 0)) return x
    if (slope > 0) low = x
    else high = x
    let step = bend < 0 ? -slope / bend : Math.sign(slope) * longest
    if (Math.abs(step) > longest) step = Math.sign(step) * longest
    let next = x + step
    if (!(next > low && next < high)) next = (Math.max(low, x - longest) + Math.min(high, x + longest)) / 2
    if (Math.abs(next - x) <= 1e-8 * (1 + Math.abs(x))) return next
    if (Math.abs(next) > 700) return x
    x = next
  }
  return x
}

/** A Weibull life fitted to these records. */
export const fittedWeibull = (records: readonly LifeRecord[]) => new FittedLife(weibullLaw, records)
