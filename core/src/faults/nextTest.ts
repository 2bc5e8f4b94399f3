import { InputProblem } from '../inputProblem.ts'
import { posterior, type CauseChance, type TestFinding } from './posterior.ts'

export interface DiagnosticTest {
  testId: string
  minutes: number
  /** Every way it can end, with its chance under each cause. */
  outcomes: readonly TestFinding[]
}

export interface TestValue {
  testId: string
  /** How much less uncertain the cause is after it, on average, bits. */
  bits: number
  bitsPerMinute: number
  /** Chance of each outcome as things stand. */
  outcomeChances: number[]
}

/** Uncertainty about the cause in bits, −Σ p·log₂ p; 0 when it is known. Source: Shannon (1948). */
export function entropyBits(chances: readonly CauseChance[]): number {
  return chances.reduce((sum, { chance }) => (chance > 0 ? sum - chance * Math.log2(chance) : sum), 0)
}

/**
 * Tests by how much they tell per minute: the expected drop in entropy over the time they take.
 *
 * bits = H(causes) − Σ P(outcome)·H(causes | outcome) ≥ 0.
 * @param chances of the causes as things stand, adding up to 1
 * @param tests minutes > 0; the outcomes of each exclude each other
 * @returns best first; equal ones in the order given
 * @throws InputProblem 'not-positive' for a test that takes no time
 * Source: Lindley (1956), On a measure of the information provided by an experiment; entropy per cost as the greedy rule.
 */
export function rankTests(chances: readonly CauseChance[], tests: readonly DiagnosticTest[]): TestValue[] {
  const before = entropyBits(chances)
  return tests
    .map(({ testId, minutes, outcomes }): TestValue => {
      if (!(minutes > 0)) throw new InputProblem('not-positive', 'A test takes more than 0 minutes.')
      const outcomeChances = outcomes.map(({ likelihood, otherwise }) =>
        chances.reduce((sum, { causeId, chance }) => sum + chance * (likelihood[causeId] ?? otherwise), 0),
      )
      const after = outcomes.reduce(
        (sum, outcome, i) =>
          outcomeChances[i]! > 0 ? sum + outcomeChances[i]! * entropyBits(posterior(chances, [outcome])) : sum,
        0,
      )
      const bits = Math.max(0, before - after)
      return { testId, bits, bitsPerMinute: bits / minutes, outcomeChances }
    })
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute)
}
