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

/**
 * How many parts of a type are taken off the shelf by the end of one step of days, of two, and so on: failures, and replacements in time where
 * there is an interval.
 *
 * For each life that may be the true one, the number of renewals of each place by the renewal equation on the grid of the steps; the part in
 * place has its age behind it, those after it are new. Within a life the first replacement of a place counts as a single draw, further ones
 * as Poisson, which is on the safe side; over the lives the means differ, and that is added.
 * @param nodes as LifePosterior.nodes gives them
 * @param grid.interval replaced at this age at the latest; null: waits for its failure
 * @param grid.stepDays length of a step, > 0 @param grid.steps how many, ≥ 1
 * Source: Barlow & Proschan (1965), ch. 3 (renewal equation, age replacement).
 */
export function replacementsAhead(
  nodes: readonly LifeNode[],
  parts: readonly PartOnPrinter[],
  { interval, stepDays, steps }: { interval: number | null; stepDays: number; steps: number },
): Replacements[] {
  const mean = new Float64Array(steps)
  const square = new Float64Array(steps)
  const within = new Float64Array(steps)
  const own = new Float64Array(steps)
  const ownWithin = new Float64Array(steps)
  // Printers of the same use share the renewals of new parts, and what the first of them add up to.
  const byStep = new Map<number, number[]>()
  for (const { age, perDay } of parts)
    if (perDay > 0) byStep.set(perDay * stepDays, [...(byStep.get(perDay * stepDays) ?? []), age])
  for (const [shape, scale, weight] of nodes) {
    own.fill(0)
    ownWithin.fill(0)
    const survives = (age: number) =>
      interval !== null && age >= interval - 1e-9 ? 0 : Math.exp(-((age / scale) ** shape))
    for (const [step, ages] of byStep) {
      const ofNew = renewalsOfNew(goneBy(survives, 0, step, steps))
      const gone = new Float64Array(steps)
      for (const age of ages)
        goneBy(survives, age, step, steps).forEach((first, k) => {
          gone[k] = at(gone, k) + first
          own[k] = at(own, k) + first
          ownWithin[k] = at(ownWithin, k) + first * (1 - first)
        })
      for (let k = 0; k < steps; k++) {
        let further = 0
        for (let i = 0; i <= k; i++) further += (at(gone, i) - (i === 0 ? 0 : at(gone, i - 1))) * at(ofNew, k - i)
        own[k] = at(own, k) + further
        ownWithin[k] = at(ownWithin, k) + further
      }
    }
    for (let k = 0; k < steps; k++) {
      mean[k] = at(mean, k) + weight * at(own, k)
      square[k] = at(square, k) + weight * at(own, k) ** 2
      within[k] = at(within, k) + weight * at(ownWithin, k)
    }
  }
  return Array.from(mean, (m, k) => ({ mean: m, variance: at(within, k) + Math.max(0, at(square, k) - m * m) }))
}

const at = (values: Float64Array, i: number) => values[i] as number

/** Chance that a part of an age is gone by the end of each step; one that is past its interval goes in the first. */
function goneBy(survives: (age: number) => number, age: number, step: number, steps: number): Float64Array {
  const now = survives(age)
  return Float64Array.from({ length: steps }, (_, k) => (now > 0 ? 1 - survives(age + (k + 1) * step) / now : 1))
}

/** Renewals of a new part by the end of no step, one, two … : m(k) = F(k) + Σ f(i)·m(k − i). */
function renewalsOfNew(gone: Float64Array): Float64Array {
  const found = new Float64Array(gone.length)
  for (let k = 1; k < gone.length; k++) {
    let sum = at(gone, k - 1)
    for (let i = 1; i < k; i++) sum += (at(gone, i - 1) - (i === 1 ? 0 : at(gone, i - 2))) * at(found, k - i)
    found[k] = sum
  }
  return found
}
