import type { RateChange } from './rateChange.ts'

const figure = (x: number) => Number(x.toPrecision(2)).toLocaleString('en-GB')

/** Whether something has become rarer, as far as the test can tell: helped, made it worse, or no sign yet, and how long to wait for one. */
export function rateWords({ ratio, limits: [lower, upper], pValue, moreTimeFor: { halving } }: RateChange): string {
  const range = upper === null ? `${figure(lower)} times or more` : `${figure(lower)} to ${figure(upper)} times`
  if (pValue < 0.05)
    return ratio === null || ratio > 1
      ? `It has become rarer: before it came ${range} as often (95 %). Chance alone gives that in ${figure(100 * pValue)} of 100 cases.`
      : `It has become more frequent: before it came only ${range} as often (95 %). Chance alone gives that in ${figure(100 * pValue)} of 100 cases.`
  const wait =
    halving === null
      ? 'Too little happened before for a halving to be seen in any time that somebody waits.'
      : halving === 0
        ? 'A halving would most likely be seen by now.'
        : `It takes another ${figure(halving)} of the same unit until a halving could be seen.`
  return `No sign of a change yet. ${wait}`
}
