import { readLifeRecords, type LifeRecord } from './lifeRecord.ts'
import type { WeibullFit } from './fitWeibull.ts'

/**
 * What a fit says, in a technician's words.
 * @param unit plural name of the clock, such as "hours"
 */
export function lifeWords(records: readonly LifeRecord[], fit: WeibullFit, unit: string): string {
  const { failures, survivors, deadOnArrival } = readLifeRecords(records)
  const [low, high] = fit.shapeLimits
  const number = (x: number) => Number(x.toPrecision(3)).toLocaleString('en-GB')
  const pattern =
    low !== null && low > 1
      ? 'They wear out: the older, the likelier to fail.'
      : high !== null && high < 1
        ? 'They fail mostly when new: replacing old ones early does harm.'
        : 'It is not yet clear whether old ones fail more often than new ones.'
  const [scaleLow, scaleHigh] = fit.scaleLimits
  const range =
    scaleLow !== null && scaleHigh !== null
      ? ` (95 % limits ${number(scaleLow)} to ${number(scaleHigh)})`
      : ' (the records do not bound this figure on both sides)'
  const dead = deadOnArrival > 0 ? ` ${number(deadOnArrival)} dead on arrival, left out of the fit.` : ''
  return (
    `${number(failures)} failed, ${number(survivors)} still good when last seen. ${pattern} ` +
    `About 63 in 100 fail before ${number(fit.scale)} ${unit}${range}.${dead}`
  )
}
