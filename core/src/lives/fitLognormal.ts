import { FittedLife } from './fitLife.ts'
import { lognormalLaw } from './lifeLaw.ts'
import type { LifeRecord } from './lifeRecord.ts'

export interface LognormalFit {
  mu: number
  sigma: number
  logLikelihood: number
}

/**
 * Lognormal life by maximum likelihood: ln t is normal with mean mu and standard deviation sigma.
 * @param records as for fitWeibull
 * @returns mu and sigma (of the natural logarithm of the age), logLikelihood
 * @throws InputProblem as readLifeRecords, and 'no-failures', 'no-spread', 'no-fit'
 * Source: Meeker & Escobar (1998), ch. 8.
 */
export function fitLognormal(records: readonly LifeRecord[]): LognormalFit {
  const fit = new FittedLife(lognormalLaw, records)
  return { mu: fit.location, sigma: fit.spread, logLikelihood: fit.logLikelihood }
}
