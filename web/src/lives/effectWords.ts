import type { LifeBearing } from '@diatribon/contract'

/** Shares that people say as words, when a figure lies within a tenth of them. */
const shares: [share: number, words: string][] = [
  [0.1, 'a tenth'],
  [0.2, 'a fifth'],
  [0.25, 'a quarter'],
  [1 / 3, 'a third'],
  [0.5, 'half'],
  [2 / 3, 'two thirds'],
  [0.75, 'three quarters'],
]

function shareWords(share: number): string {
  const near = shares.find(([value]) => Math.abs(share / value - 1) < 0.07)
  return near ? near[1] : `${Number((100 * share).toPrecision(2))} %`
}

const timesWords = (times: number) =>
  Math.abs(times / 2 - 1) < 0.05 ? 'twice' : `${Number(times.toPrecision(2))} times`

/** What something does to a life, in a sentence: "cuts its life to a third (a quarter to a half)". */
export function effectWords({ words, times, limits: [low, high] }: LifeBearing['factors'][number]): string {
  const subject = words.charAt(0).toUpperCase() + words.slice(1)
  if (low < 1 && high > 1)
    return `${subject}: not yet clear which way (its life becomes ${shareWords(low)} to ${timesWords(high)} as long).`
  return high <= 1
    ? `${subject}: cuts its life to ${shareWords(times)} (${shareWords(low)} to ${shareWords(high)}).`
    : `${subject}: it lasts ${timesWords(times)} as long (${timesWords(low)} to ${timesWords(high)}).`
}
