import { InputProblem } from '../inputProblem.ts'
import { fitExponential } from './fitExponential.ts'
import { fitLognormal } from './fitLognormal.ts'
import { fitWeibull } from './fitWeibull.ts'
import type { LifeRecord } from './lifeRecord.ts'

export interface LawFit {
  distribution: 'weibull' | 'lognormal' | 'exponential'
  logLikelihood: number
  words: string
}

/** Figures that each law has: with one more, a law fits a little better whatever the truth is. */
const figuresOf = { weibull: 2, lognormal: 2, exponential: 1 }

/**
 * How well the three usual laws fit, best first, in words. They are compared by Akaike's criterion, 2·figures − 2·ln likelihood;
 * a difference under 2 tells nothing, over 6 speaks clearly (Burnham & Anderson 2002, ch. 2).
 * @throws InputProblem as fitWeibull; a law that has no best curve is left out
 */
export function lawFits(records: readonly LifeRecord[]): LawFit[] {
  const fits = [
    { distribution: 'weibull' as const, fit: () => fitWeibull(records).logLikelihood },
    { distribution: 'lognormal' as const, fit: () => fitLognormal(records).logLikelihood },
    { distribution: 'exponential' as const, fit: () => fitExponential(records).logLikelihood },
  ].flatMap(({ distribution, fit }) => {
    const logLikelihood = orNull(fit)
    if (logLikelihood === null) return []
    return { distribution, logLikelihood, criterion: 2 * figuresOf[distribution] - 2 * logLikelihood }
  })
  fits.sort((a, b) => a.criterion - b.criterion)
  const best = fits[0]?.criterion ?? 0
  return fits.map(({ distribution, logLikelihood, criterion }, place) => ({
    distribution,
    logLikelihood,
    words: wordsOf(place, criterion - best),
  }))
}

function wordsOf(place: number, behind: number): string {
  if (place === 0) return 'Fits these records best.'
  if (behind < 2) return 'Fits as well: these records cannot tell it from the best.'
  if (behind < 6) return 'Fits somewhat worse.'
  return 'Fits clearly worse.'
}

function orNull(fit: () => number): number | null {
  try {
    return fit()
  } catch (error) {
    if (error instanceof InputProblem && error.code === 'no-fit') return null // said by leaving that law out
    throw error
  }
}
