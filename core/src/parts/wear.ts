import { chanceToFailWithin, type WeibullLife } from '../maths/weibull.ts'

export interface Wear {
  /** Age against the interval: 1 is due. */
  usedShare: number
  /** Chance to fail within the hours ahead; null when no life is known. */
  failureChance: number | null
}

/**
 * How much of its interval a part has used, and the chance that it fails within the hours ahead.
 * @param ageHours, intervalHours, aheadHours in running hours; interval > 0
 * @param life the fitted life, or null when too few have failed
 */
export function wear(ageHours: number, intervalHours: number, aheadHours: number, life: WeibullLife | null): Wear {
  return {
    usedShare: ageHours / intervalHours,
    failureChance: life && chanceToFailWithin(life, ageHours, aheadHours),
  }
}
