import { readLifeRecords, type LifeRecord } from './lifeRecord.ts'

/** Share of parts still good just after `time`, with Greenwood's standard error. */
export interface SurvivalStep {
  time: number
  survival: number
  standardError: number
}

/**
 * Kaplan–Meier survival with Greenwood's standard errors.
 *
 * S(t) = Π (1 − d/n) over the failure ages up to t, d failed of n at risk; a part taken out at a failure's age is
 * still at risk there. Variance = S²·Σ d/(n(n − d)).
 * @param records failed and still-running parts in any order
 * @returns one step per distinct failure age, ascending; empty when nothing failed
 * @throws InputProblem as readLifeRecords
 * Source: Kaplan & Meier (1958), JASA 53; Greenwood (1926).
 */
export function kaplanMeier(records: readonly LifeRecord[]): SurvivalStep[] {
  const { failed, running } = readLifeRecords(records)
  const ends = [
    ...failed.map(({ age, weight }) => ({ age, failed: weight, all: weight })),
    ...running.map(({ age, weight }) => ({ age, failed: 0, all: weight })),
  ].sort((a, b) => a.age - b.age)
  let atRisk = ends.reduce((sum, { all }) => sum + all, 0)
  let survival = 1
  let variance = 0
  const steps: SurvivalStep[] = []
  for (let i = 0; i < ends.length;) {
    const age = ends[i]!.age
    let failedHere = 0
    let leaving = 0
    for (; i < ends.length && ends[i]!.age === age; i++) {
      failedHere += ends[i]!.failed
      leaving += ends[i]!.all
    }
    if (failedHere > 0) {
      const left = Math.max(0, atRisk - failedHere)
      survival *= left / atRisk
      variance += left > 1e-9 ? failedHere / (atRisk * left) : 0
      steps.push({ time: age, survival: left > 1e-9 ? survival : 0, standardError: survival * Math.sqrt(variance) })
    }
    atRisk -= leaving
  }
  return steps
}
