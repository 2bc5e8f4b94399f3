import { chanceToFailWithin } from '../maths/weibull.ts'
import type { LifeNode } from './lifePosterior.ts'

/** Failures to expect of some parts, and between how many they lie in 95 of 100 cases: whole numbers. */
export interface ExpectedFailures {
  mean: number
  limits: [lower: number, upper: number]
}

const tail = 0.025

/**
 * How many of these parts fail within what lies ahead of each, if none is replaced in time.
 *
 * For each life that may be the true one the number is taken as Poisson with the sum of the parts' chances (Le Cam 1960: near to the truth
 * where each chance is small, and a little wide where not); over all lives that is a mixture, and its quantiles are the limits.
 * @param nodes as LifePosterior.nodes gives them
 * @param parts age ≥ 0 and what lies ahead ≥ 0, on the clock of the lives
 */
export function expectedFailures(
  nodes: readonly LifeNode[],
  parts: readonly { age: number; ahead: number }[],
): ExpectedFailures {
  const sums = nodes.map(([shape, scale, weight]) => ({
    weight,
    sum: parts.reduce((all, { age, ahead }) => all + chanceToFailWithin({ shape, scale }, age, ahead), 0),
  }))
  const mean = sums.reduce((all, { weight, sum }) => all + weight * sum, 0)
  // Chances of k failures of each life, one k after the other.
  const chances = sums.map(({ weight, sum }) => weight * Math.exp(-sum))
  const found: number[] = []
  let upTo = 0
  for (let k = 0; found.length < 2 && k <= parts.length + 100; k++) {
    upTo += chances.reduce((all, chance) => all + chance, 0)
    if (found.length === 0 && upTo >= tail) found.push(k)
    if (found.length === 1 && upTo >= 1 - tail) found.push(k)
    sums.forEach(({ sum }, i) => (chances[i] = ((chances[i] as number) * sum) / (k + 1)))
  }
  return { mean, limits: [found[0] ?? 0, Math.min(parts.length, found[1] ?? parts.length)] }
}
