import { chanceToFailWithin, type WeibullLife } from '../maths/weibull.ts'

export interface Wear {
  /** Age against the interval: 1 is due. */
  usedShare: number
  /** Chance to fail within the hours ahead; null when no life is known. */
  failureChance: number | null
}

/**
 * How much of its interval a part has used, and the chance that it fails within the hours ahead.
 * @param age, interval, aheadHours in running hours; interval > 0
 * @param life the fitted life, or null when too few have failed
 */
export function wear(age: number, interval: number, aheadHours: number, life: WeibullLife | null): Wear {
  return {
    usedShare: age / interval,
    failureChance: life && chanceToFailWithin(life, age, aheadHours),
  }
}
