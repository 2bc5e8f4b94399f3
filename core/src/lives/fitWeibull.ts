import type { WeibullLife } from '../maths/weibull.ts'
import type { Limits } from '../maths/limits.ts'
import { fittedWeibull } from './fitLife.ts'
import type { LifeRecord } from './lifeRecord.ts'

export interface WeibullFit extends WeibullLife {
  logLikelihood: number
  shapeLimits: Limits
  scaleLimits: Limits
}

/**
 * Weibull life by maximum likelihood, with 95 % limits from the profile likelihood; S(t) = exp(−(t/scale)^shape).
 * @param records parts that failed at a known age or between two looks and parts still good, in any order, late entries too
 * @returns shape (no unit), scale (unit of the ages), logLikelihood, limits
 * @throws InputProblem as readLifeRecords, and 'no-failures', 'no-spread', 'no-fit'
 * Source: IEC 61649; Meeker & Escobar, Statistical Methods for Reliability Data (1998), ch. 8.
 */
export function fitWeibull(records: readonly LifeRecord[]): WeibullFit {
  const fit = fittedWeibull(records)
  const [low, high] = fit.locationLimits()
  return {
    shape: 1 / fit.spread,
    scale: Math.exp(fit.location),
    logLikelihood: fit.logLikelihood,
    shapeLimits: fit.steepnessLimits(),
    scaleLimits: [positive(low), positive(high)],
  }
}

/** A limit beyond what a number can hold is none. */
function positive(logLimit: number | null): number | null {
  const limit = logLimit === null ? null : Math.exp(logLimit)
  return limit === 0 || limit === Infinity ? null : limit
}
