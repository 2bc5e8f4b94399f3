import type { WeibullFit } from './fitWeibull.ts'
import { readLifeRecords, type LifeRecord } from './lifeRecord.ts'
import { failuresForLikelihoodLimits } from './likelihoodDrop.ts'

/**
 * What a fit says, in a technician's words. Whether they wear out is said by the limits of the shape, not by its best value.
 * @param unit plural name of the clock, such as "hours"
 */
export function lifeWords(records: readonly LifeRecord[], fit: WeibullFit, unit: string): string {
  const { failures, survivors, deadOnArrival } = readLifeRecords(records)
  const [scaleLow, scaleHigh] = fit.scaleLimits
  const few = failures < failuresForLikelihoodLimits ? ', widened for so few failures' : ''
  const range =
    scaleLow !== null && scaleHigh !== null
      ? ` (95 % limits ${number(scaleLow)} to ${number(scaleHigh)}${few})`
      : ' (the records do not bound this figure on both sides)'
  const dead = deadOnArrival > 0 ? ` ${number(deadOnArrival)} dead on arrival, left out of the fit.` : ''
  return (
    `${number(failures)} failed, ${number(survivors)} still good when last seen. ${patternWords(fit.shapeLimits)} ` +
    `About 63 in 100 fail before ${number(fit.scale)} ${unit}${range}.${dead}`
  )
}

/** Whether old ones fail more often than new ones, by the limits of the shape. */
export function patternWords([low, high]: readonly [number | null, number | null]): string {
  if (low !== null && low > 1) return 'They wear out: the older, the likelier to fail.'
  if (high !== null && high < 1) return 'They fail mostly when new: replacing old ones early does harm.'
  return 'It is not yet clear whether old ones fail more often than new ones.'
}

const number = (x: number) => Number(x.toPrecision(3)).toLocaleString('en-GB')
