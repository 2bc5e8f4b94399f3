import { InputProblem } from '../inputProblem.ts'
import { logGamma } from '../maths/gamma.ts'

export interface SpareStock {
  /** Pieces to have when the time begins that they must last for. */
  stock: number
  /** Chance that they do last. */
  probability: number
}

/** Nobody keeps more of a spare part. */
const most = 100_000

/**
 * Smallest stock that covers the demand of a time (until an order is there, and until somebody looks again) with a wanted chance.
 *
 * Demand is Poisson where its variance is its mean or is not known; where it scatters more (batches, few long-lived parts of unknown life) negative
 * binomial, where it scatters less (parts that wear out on a schedule) binomial with the number of trials rounded up. Mean and variance are
 * kept, but for that rounding.
 * @param mean demand to expect, ≥ 0 @param target wanted chance, between 0 and 1
 * @param variance of the demand, > 0; left out: that of a Poisson
 * @throws InputProblem 'impossible-figure'
 * Source: Axsäter (2015), Inventory Control, ch. 5; Poisson probabilities as in Abramowitz & Stegun (1964), 26.1.22.
 */
export function spareStock({
  mean,
  variance,
  target,
}: {
  mean: number
  variance?: number
  target: number
}): SpareStock {
  if (!(mean >= 0 && mean <= most / 2))
    throw new InputProblem('impossible-figure', `A demand of ${mean} cannot be. It must be from 0 to ${most / 2}.`)
  if (!(target > 0 && target < 1))
    throw new InputProblem(
      'impossible-figure',
      `A chance of ${target} cannot be asked for. It must lie between 0 and 1.`,
    )
  if (variance !== undefined && !(variance > 0 && Number.isFinite(variance)))
    throw new InputProblem('impossible-figure', `A variance of ${variance} cannot be. It must be more than 0.`)
  if (mean === 0) return { stock: 0, probability: 1 }
  const chance = chanceOf(mean, variance ?? mean)
  let probability = 0
  for (let stock = 0; stock <= most; stock++) {
    probability = Math.min(1, probability + chance(stock))
    // What rounding has left of a sum that comes to 1 is not worth another piece.
    if (probability >= target - 1e-12) return { stock, probability }
  }
  return { stock: most, probability }
}

/** Chance that so many pieces last through a demand, as `spareStock` takes it. @param of as there; stock whole, ≥ 0 */
export function chanceThatLasts({
  stock,
  mean,
  variance = mean,
}: {
  stock: number
  mean: number
  variance?: number
}): number {
  if (!(mean > 0)) return 1
  const chance = chanceOf(mean, variance > 0 ? variance : mean)
  let sum = 0
  for (let k = 0; k <= stock; k++) sum += chance(k)
  return Math.min(1, sum)
}

/** Chance of a demand of exactly so many. */
function chanceOf(mean: number, variance: number): (k: number) => number {
  if (Math.abs(variance - mean) < 1e-9 * mean) return (k) => Math.exp(k * Math.log(mean) - mean - logGamma(k + 1))
  if (variance > mean) {
    const size = mean ** 2 / (variance - mean)
    const share = size / (size + mean)
    return (k) =>
      Math.exp(logGamma(k + size) - logGamma(size) - logGamma(k + 1) + size * Math.log(share) + k * Math.log1p(-share))
  }
  const trials = Math.max(Math.ceil(mean ** 2 / (mean - variance) - 1e-9), Math.ceil(mean))
  const share = mean / trials
  if (share >= 1) return (k) => (k === trials ? 1 : 0)
  return (k) =>
    k > trials
      ? 0
      : Math.exp(
          logGamma(trials + 1) -
            logGamma(k + 1) -
            logGamma(trials - k + 1) +
            k * Math.log(share) +
            (trials - k) * Math.log1p(-share),
        )
}
