import { given } from '@diatribon/core'
import type { ReadingSeries, SeriesCrossing, SeriesLimits } from '@diatribon/contract'
import { day, hours, number } from '../ui/words.ts'

/** Whose limits they are, in words. */
export function limitsWords({ lower, upper, from }: SeriesLimits, unit: string): string {
  if (from === 'none') return 'no limits yet'
  const whose = { maker: 'the maker’s', site: 'ours', usual: 'usual, to be confirmed' }[from]
  return `${betweenWords({ lower, upper })} ${unit}, ${whose}`
}

/** Limits of which there is at least one. */
export function betweenWords({ lower, upper }: { lower: number | null; upper: number | null }): string {
  if (lower !== null && upper !== null) return `${number(lower)} to ${number(upper)}`
  return lower !== null ? `at least ${number(lower)}` : `at most ${number(given(upper))}`
}

/** When the limit would be crossed: "would cross its lower limit in about 140 h (90 to 260)". */
export function crossingWords(crossing: SeriesCrossing): string | null {
  switch (crossing.kind) {
    case 'beyond':
      return 'beyond its limit'
    case 'crosses': {
      const { limit, inHours, earliest, latest } = crossing
      const range =
        latest === null ? `${number(earliest, 2)} or much later` : `${number(earliest, 2)} to ${number(latest, 2)}`
      return `would cross its ${limit} limit in about ${hours(inHours)} (${range}: 8 in 10, if it goes on straight)`
    }
    case 'steady':
      return 'no trend towards a limit'
    case 'too few':
      return 'too few readings since it began anew to tell a trend'
    case 'no limit':
      return null
  }
}

/** A value that has moved at once: "stepped from 82 to 76 Hz on 12 November". */
export const stepWords = ({ before, after, at }: NonNullable<ReadingSeries['step']>, unit: string, timeZone: string) =>
  `stepped from ${number(before, 3)} to ${number(after, 3)} ${unit} on ${day(at, timeZone)}`

/** What a series says, the most pressing first. */
export function verdictWords({ crossing, moved, step, lists, unit }: ReadingSeries, timeZone: string): string[] {
  return [
    crossingWords(crossing),
    step && lists ? stepWords(step, unit, timeZone) : null,
    moved?.isOut && lists && !step ? 'its mean has moved from the baseline' : null,
  ].filter((words): words is string => words !== null)
}
