import { readLifeRecords, requireFailures, type LifeRecord } from './lifeRecord.ts'

export interface ExponentialFit {
  mean: number
  logLikelihood: number
}

/**
 * Exponential life (constant failure rate) by maximum likelihood: mean = total running time / failures.
 * @param records failed and still-running parts, ages in one unit
 * @returns mean (unit of the ages) and logLikelihood = −d·ln mean − d
 * @throws InputProblem as readLifeRecords, and 'no-failures'
 * Source: Meeker & Escobar (1998), ch. 7; NIST/SEMATECH e-Handbook 8.4.1.2.
 */
export function fitExponential(records: readonly LifeRecord[]): ExponentialFit {
  const data = readLifeRecords(records)
  requireFailures(data)
  const parts = [...data.failed, ...data.running].sort((a, b) => a.age - b.age || a.weight - b.weight)
  const mean = parts.reduce((sum, { age, weight }) => sum + age * weight, 0) / data.failures
  return { mean, logLikelihood: -data.failures * (Math.log(mean) + 1) }
}
