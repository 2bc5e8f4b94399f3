import type { PowerLaw } from './recurrence.ts'

/** Beyond this a trend of Laplace's test is told as one: one time in twenty there is none. */
const certain = 1.96

/** What the trend of repairs comes to, in one sentence. @param repairs how many there were in all */
export function trendWords(repairs: number, laplace: number | null, law: PowerLaw | null): string {
  if (repairs === 0 || laplace === null) return 'Nothing was repaired, so nothing can be said of a trend.'
  const now = law ? ` As they come now, a machine has one about every ${Number(law.mtbfNow.toPrecision(3))}.` : ''
  if (Math.abs(laplace) < certain)
    return `No trend is to be seen in ${repairs === 1 ? 'one repair' : `${repairs} repairs`}.${now}`
  return laplace > 0
    ? `Repairs come ever denser: ask whether rebuilding or retiring costs less.${now}`
    : `Repairs come ever rarer.${now}`
}
