import type { LifeNode } from '../lives/lifePosterior.ts'

export interface PartOnPrinter {
  /** On the clock of its lives, ≥ 0. */
  age: number
  /** What its printer runs in a day, on that clock, ≥ 0. */
  perDay: number
}

export interface Replacements {
  mean: number
  variance: number
}

/** Steps into which what lies ahead is cut. */
const steps = 24

/**
 * How many parts of a type are taken off the shelf within some days: failures, and replacements in time where there is an interval.
 *
 * For each life that may be the true one, the number of renewals of each place by the renewal equation on a grid of 24 steps; the part in
 * place has its age behind it, those after it are new. Within a life the first replacement of a place counts as a single draw, further ones
 * as Poisson; over the lives the means differ, and that is added.
 * @param nodes as LifePosterior.nodes gives them
 * @param interval replaced at this age at the latest; null: waits for its failure
 * @param days > 0
 * Source: Barlow & Proschan (1965), ch. 3 (renewal equation, age replacement).
 */
export function replacementsAhead(
  nodes: readonly LifeNode[],
  parts: readonly PartOnPrinter[],
  { interval, days }: { interval: number | null; days: number },
): Replacements {
  let [mean, square, within] = [0, 0, 0]
  for (const [shape, scale, weight] of nodes) {
    let [own, ownWithin] = [0, 0]
    const survives = (age: number) =>
      interval !== null && age >= interval - 1e-9 ? 0 : Math.exp(-((age / scale) ** shape))
    // Printers of the same use share the renewals of new parts.
    const renewals = new Map<number, number[]>()
    for (const { age, perDay } of parts) {
      const ahead = perDay * days
      if (!(ahead > 0)) continue
      const step = ahead / steps
      let ofNew = renewals.get(ahead)
      if (!ofNew) renewals.set(ahead, (ofNew = renewalsOfNew(survives, step)))
      const now = interval !== null && age >= interval ? 0 : Math.exp(-((age / scale) ** shape))
      const gone = goneBy(survives, age, now, step)
      const first = gone[steps - 1] as number
      let further = 0
      for (let k = 0; k < steps; k++)
        further += ((gone[k] as number) - (k === 0 ? 0 : (gone[k - 1] as number))) * (ofNew[steps - 1 - k] as number)
      own += first + further
      ownWithin += first * (1 - first) + further
    }
    mean += weight * own
    square += weight * own * own
    within += weight * ownWithin
  }
  return { mean, variance: within + Math.max(0, square - mean * mean) }
}

/** Chance that a part of an age is gone by the end of each step. */
function goneBy(survives: (age: number) => number, age: number, now: number, step: number): number[] {
  return Array.from({ length: steps }, (_, k) => (now > 0 ? 1 - survives(age + (k + 1) * step) / now : 1))
}

/** Renewals of a new part by the end of no step, one, two … : m(k) = F(k) + Σ f(i)·m(k − i). */
function renewalsOfNew(survives: (age: number) => number, step: number): number[] {
  const gone = goneBy(survives, 0, 1, step)
  const found = [0]
  for (let k = 1; k < steps; k++) {
    let sum = gone[k - 1] as number
    for (let i = 1; i < k; i++)
      sum += ((gone[i - 1] as number) - (i === 1 ? 0 : (gone[i - 2] as number))) * (found[k - i] as number)
    found.push(sum)
  }
  return found
}
