import { InputProblem } from '../inputProblem.ts'
import { fitWeibull } from './fitWeibull.ts'
import type { LifeRecord } from './lifeRecord.ts'

/** One part's life on several clocks at once: ages by the name of the clock; whether it failed. */
export interface LifeOnClocks<Name extends string> {
  ages: Partial<Record<Name, number>>
  failed: boolean
}

export interface ClockFit<Name extends string> {
  clock: Name
  /** Of the same ends in the same unit, so that clocks can be compared. */
  logLikelihood: number
  shape: number
}

const fewestFailures = 5

/**
 * By which clock parts age: the one on which their lives are most alike.
 *
 * A Weibull life is fitted on each clock. For failures the density is turned into that of the first clock by how many units of the
 * one passed for each unit of the other over the part's life, ln(age/age₀), so that the likelihoods are of the same thing. Only
 * parts whose age is known on all clocks, above 0, count.
 * @returns clocks, the likeliest first; empty when fewer than five such parts have failed, or no curve fits
 * Source: Kordonsky & Gertsbakh (1997), Lifetime Data Analysis 2 (the clock of least spread); likelihood in its place, so that
 * running parts count too.
 */
export function whichClock<Name extends string>(
  lives: readonly LifeOnClocks<Name>[],
  clocks: readonly Name[],
): ClockFit<Name>[] {
  const usable = clocks.filter(
    (clock) => lives.filter(({ ages, failed }) => failed && (ages[clock] ?? 0) > 0).length >= fewestFailures,
  )
  const [base] = usable
  if (base === undefined) return []
  const shared = lives.filter(({ ages }) => usable.every((clock) => (ages[clock] ?? 0) > 0))
  if (shared.filter(({ failed }) => failed).length < fewestFailures) return []
  const fits = usable.flatMap((clock): ClockFit<Name>[] => {
    const records = shared.map(({ ages, failed }): LifeRecord => {
      const age = ages[clock] as number
      return { lower: age, upper: failed ? age : null, weight: 1 }
    })
    const turned = shared.reduce(
      (sum, { ages, failed }) => sum + (failed ? Math.log((ages[clock] as number) / (ages[base] as number)) : 0),
      0,
    )
    try {
      const { logLikelihood, shape } = fitWeibull(records)
      return [{ clock, logLikelihood: logLikelihood + turned, shape }]
    } catch (error) {
      if (error instanceof InputProblem) return [] // no curve on this clock: it is left out
      throw error
    }
  })
  return fits.sort((a, b) => b.logLikelihood - a.logLikelihood)
}
