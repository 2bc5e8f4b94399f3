import { readLifeRecords, type LifeRecord } from './lifeRecord.ts'

/** Share of parts still good just after `time`, with Greenwood's standard error and 95 % limits. */
export interface SurvivalStep {
  time: number
  survival: number
  standardError: number
  limits: [lower: number, upper: number]
}

/** 0.975 quantile of the standard normal distribution. */
const normal975 = 1.959963984540054

/**
 * Kaplan–Meier survival with Greenwood's standard errors.
 *
 * S(t) = Π (1 − d/n) over the failure ages up to t, d failed of n at risk; a part taken out at a failure's age is
 * still at risk there, one whose watching began at that age is not yet. Variance = S²·Σ d/(n(n − d)). Limits are those of
 * ln(−ln S), S^exp(±1.96·se/(S·ln S)), which stay between 0 and 1 and keep what they promise with few parts.
 * Failures between two looks have no age of their own: they are left out here, see `turnbull`.
 * @param records failed and still-running parts in any order
 * @returns one step per distinct failure age, ascending; empty when nothing failed
 * @throws InputProblem as readLifeRecords
 * Source: Kaplan & Meier (1958), JASA 53; Greenwood (1926); Kalbfleisch & Prentice, The Statistical Analysis of Failure Time
 * Data (1980), ch. 1.
 */
export function kaplanMeier(records: readonly LifeRecord[]): SurvivalStep[] {
  const { failed, running } = readLifeRecords(records)
  const ends = [
    ...failed.map(({ age, weight, entry }) => ({ age, failed: weight, all: weight, entry })),
    ...running.map(({ age, weight, entry }) => ({ age, failed: 0, all: weight, entry })),
  ].sort((a, b) => a.age - b.age)
  const entries = [...ends].sort((a, b) => a.entry - b.entry)
  let entered = 0
  let atRisk = 0
  let survival = 1
  let variance = 0
  const steps: SurvivalStep[] = []
  for (let i = 0; i < ends.length;) {
    const age = (ends[i] as (typeof ends)[number]).age
    for (let next = entries[entered]; next && (next.entry < age || next.entry === 0); next = entries[++entered])
      atRisk += next.all
    let failedHere = 0
    let leaving = 0
    for (let end = ends[i]; end?.age === age; end = ends[++i]) {
      failedHere += end.failed
      leaving += end.all
    }
    if (failedHere > 0) {
      const left = Math.max(0, atRisk - failedHere)
      survival *= left / atRisk
      variance += left > 1e-9 ? failedHere / (atRisk * left) : 0
      const now = left > 1e-9 ? survival : 0
      const standardError = survival * Math.sqrt(variance)
      steps.push({ time: age, survival: now, standardError, limits: limitsOf(now, Math.sqrt(variance)) })
    }
    // A part that entered at its very last age was never at risk.
    for (let next = entries[entered]; next && next.entry <= age; next = entries[++entered]) atRisk += next.all
    atRisk -= leaving
  }
  return steps
}

/** @param relativeError standard error of ln S */
function limitsOf(survival: number, relativeError: number): [number, number] {
  if (survival <= 0) return [0, 0]
  if (survival >= 1) return [1, 1]
  const width = Math.exp((normal975 * relativeError) / -Math.log(survival))
  return [survival ** width, survival ** (1 / width)]
}
