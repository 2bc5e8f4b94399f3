import { normalTail } from '../maths/normal.ts'
import { InputProblem } from '../inputProblem.ts'
import { readLifeRecords, requireFailures, requireSpread, type LifeData, type LifeRecord } from './lifeRecord.ts'

export interface LognormalFit {
  mu: number
  sigma: number
  logLikelihood: number
}

/**
 * Lognormal life by maximum likelihood: ln t is normal with mean mu and standard deviation sigma.
 *
 * Newton steps on (mu, ln sigma) with analytic slopes, halved until the likelihood rises.
 * @param records failed and still-running parts, ages in one unit
 * @returns mu and sigma (of the natural logarithm of the age), logLikelihood
 * @throws InputProblem as readLifeRecords, and 'no-failures', 'no-spread', 'no-fit'
 * Source: Meeker & Escobar (1998), ch. 8.
 */
export function fitLognormal(records: readonly LifeRecord[]): LognormalFit {
  const data = readLifeRecords(records)
  requireFailures(data)
  requireSpread(data)
  let at = start(data)
  let here = likelihood(data, at.mu, at.logSigma)
  for (let n = 0; n < 200; n++) {
    const [dMu, dSigma] = newtonStep(here)
    let share = 1
    let next = here
    for (; share > 1e-10; share /= 2) {
      next = likelihood(data, at.mu + share * dMu, at.logSigma + share * dSigma)
      if (next.value >= here.value) break
    }
    if (share <= 1e-10) break
    at = { mu: at.mu + share * dMu, logSigma: at.logSigma + share * dSigma }
    const gain = next.value - here.value
    here = next
    if (gain < 1e-13 * (1 + Math.abs(here.value)) && Math.hypot(dMu, dSigma) < 1e-7)
      return { mu: at.mu, sigma: Math.exp(at.logSigma), logLikelihood: here.value }
  }
  if (Math.hypot(here.slopeMu, here.slopeSigma) < 1e-5 * data.failures)
    return { mu: at.mu, sigma: Math.exp(at.logSigma), logLikelihood: here.value }
  throw new InputProblem('no-fit', 'No lognormal curve fits these records: they are too few or too much alike.')
}

function start(data: LifeData): { mu: number; logSigma: number } {
  const logs = [...data.failed, ...data.running].filter(({ age }) => age > 0)
  const weight = logs.reduce((sum, r) => sum + r.weight, 0)
  const mu = logs.reduce((sum, r) => sum + r.weight * Math.log(r.age), 0) / weight
  const variance = logs.reduce((sum, r) => sum + r.weight * (Math.log(r.age) - mu) ** 2, 0) / weight
  return { mu, logSigma: 0.5 * Math.log(Math.max(variance, 0.01)) }
}

interface Likelihood {
  value: number
  slopeMu: number
  slopeSigma: number
  bendMu: number
  bendBoth: number
  bendSigma: number
}

function likelihood(data: LifeData, mu: number, logSigma: number): Likelihood {
  const sigma = Math.exp(logSigma)
  const sum: Likelihood = { value: 0, slopeMu: 0, slopeSigma: 0, bendMu: 0, bendBoth: 0, bendSigma: 0 }
  for (const { age, weight } of data.failed) {
    const log = Math.log(age)
    const z = (log - mu) / sigma
    sum.value += weight * (-logSigma - 0.5 * Math.log(2 * Math.PI) - log - 0.5 * z * z)
    sum.slopeMu += (weight * z) / sigma
    sum.slopeSigma += weight * (z * z - 1)
    sum.bendMu -= weight / sigma ** 2
    sum.bendBoth -= (weight * 2 * z) / sigma
    sum.bendSigma -= weight * 2 * z * z
  }
  for (const { age, weight } of data.running) {
    if (age === 0) continue
    const z = (Math.log(age) - mu) / sigma
    const { logUpperTail, hazard } = normalTail(z)
    const bend = hazard * (hazard - z)
    sum.value += weight * logUpperTail
    sum.slopeMu += (weight * hazard) / sigma
    sum.slopeSigma += weight * hazard * z
    sum.bendMu -= (weight * bend) / sigma ** 2
    sum.bendBoth -= (weight * (bend * z + hazard)) / sigma
    sum.bendSigma -= weight * z * (bend * z + hazard)
  }
  return sum
}

/** Newton step where the likelihood bends down in both directions, else a short step uphill. */
function newtonStep(at: Likelihood): [number, number] {
  const { bendMu: a, bendBoth: b, bendSigma: c, slopeMu: p, slopeSigma: q } = at
  const determinant = a * c - b * b
  if (a < 0 && determinant > 0) return [(b * q - c * p) / determinant, (b * p - a * q) / determinant]
  const length = Math.hypot(p, q)
  return [(0.2 * p) / length, (0.2 * q) / length]
}
