import { readLifeRecords, requireFailures, type LifeRecord } from './lifeRecord.ts'

export interface ExponentialFit {
  mean: number
  logLikelihood: number
}

/**
 * Exponential life (constant failure rate) by maximum likelihood.
 *
 * Without looks the mean is the time watched over the failures. A failure between two looks at L and U adds
 * ln[e^(−L/m) − e^(−U/m)]; the whole is concave in the rate, which Newton's steps find.
 * @param records as for fitWeibull; time before `entry` was not watched
 * @returns mean (unit of the ages) and logLikelihood
 * @throws InputProblem as readLifeRecords, and 'no-failures'
 * Source: Meeker & Escobar (1998), ch. 7; NIST/SEMATECH e-Handbook 8.4.1.2.
 */
export function fitExponential(records: readonly LifeRecord[]): ExponentialFit {
  const data = readLifeRecords(records)
  requireFailures(data)
  const { failed, running, between } = data
  const exact = failed.reduce((sum, { weight }) => sum + weight, 0)
  let watched = 0
  for (const { age, entry, weight } of [...failed, ...running]) watched += weight * (age - entry)
  for (const { lower, entry, weight } of between) watched += weight * (lower - entry)
  const middles = between.reduce((sum, { lower, upper, weight }) => sum + (weight * (upper - lower)) / 2, 0)
  let rate = data.failures / (watched + middles)
  for (let n = 0; n < 100; n++) {
    let slope = exact / rate - watched
    let bend = -exact / (rate * rate)
    for (const { lower, upper, weight } of between) {
      const width = upper - lower
      const grown = Math.expm1(rate * width)
      slope += (weight * width) / grown
      bend -= (weight * width * width * (grown + 1)) / (grown * grown)
    }
    const step = -slope / bend
    const next = rate + step > 0 ? rate + step : rate / 2
    if (Math.abs(next - rate) <= 1e-14 * rate) break
    rate = next
  }
  const looked = between.reduce(
    (sum, { lower, upper, weight }) => sum + weight * Math.log(-Math.expm1(-rate * (upper - lower))),
    0,
  )
  return { mean: 1 / rate, logLikelihood: exact * Math.log(rate) - rate * watched + looked }
}
