import type { Helped } from './didItHelp.ts'

const figure = (x: number) => Number(x.toPrecision(2)).toLocaleString('en-GB')

/** Whether an upgrade helped, in two sentences that say how sure it is. @param cured what it aims at, as in "extruder lever cracked" */
export function helpedWords({ verdict, rates, beside }: Helped, cured: string): string {
  if (!rates) return `No sign yet: it has not run long enough to be compared (${cured}).`
  const { ratio, limits, moreTimeFor } = rates
  const times =
    ratio === null
      ? `none since${limits[0] > 1 ? `, where before it came at least ${figure(limits[0])} times as often` : ''}`
      : ratio >= 1
        ? `${figure(ratio)} times rarer than before (${figure(limits[0])} to ${limits[1] === null ? 'any' : figure(limits[1])})`
        : `${figure(1 / ratio)} times as often as before (${limits[1] === null ? 'any' : figure(1 / limits[1])} to ${limits[0] === 0 ? 'any' : figure(1 / limits[0])})`
  const next =
    beside === null
      ? ''
      : ` Beside the printers without it: ${figure(100 * beside.ratio)} % of what it would have been (${figure(100 * beside.limits[0])} to ${figure(100 * beside.limits[1])} %).`
  if (verdict === 'helped') return `Helped: ${cured}, ${times}.${next}`
  if (verdict === 'made it worse') return `Made it worse: ${cured}, ${times}.${next}`
  const wait =
    moreTimeFor.halving === null
      ? 'Too little happened before for a halving ever to be seen.'
      : moreTimeFor.halving === 0
        ? 'A halving would most likely be seen by now.'
        : `Another ${figure(moreTimeFor.halving)} h until a halving could be seen.`
  return `No sign yet: ${cured}, ${times}. ${wait}${next}`
}
