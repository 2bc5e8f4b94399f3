import { InputProblem } from '../inputProblem.ts'

export interface CauseChance {
  causeId: string
  chance: number
}

/** What was found, as the chance of finding it under each cause; causes that it does not name have `otherwise`. */
export interface TestFinding {
  likelihood: Readonly<Record<string, number>>
  otherwise: number
}

/**
 * Chances of the causes after what was found, by Bayes' rule. The causes exclude each other, and the findings are independent
 * given the cause; where that is not so the chances are too sure of themselves.
 * @param before chances that add up to 1
 * @param findings each likelihood 0 to 1
 * @throws InputProblem 'impossible-findings' when no cause could have led to what was found, 'impossible-figure' for a chance outside 0 to 1
 * Source: any text on probability; worked by hand in the test.
 */
export function posterior(before: readonly CauseChance[], findings: readonly TestFinding[]): CauseChance[] {
  let chances = before.map(({ causeId, chance }) => ({ causeId, chance }))
  for (const { likelihood, otherwise } of findings) {
    const under = chances.map(({ causeId }) => likelihood[causeId] ?? otherwise)
    if (under.some((p) => !(p >= 0 && p <= 1)))
      throw new InputProblem('impossible-figure', 'The chance of a finding must lie between 0 and 1.')
    const total = chances.reduce((sum, { chance }, i) => sum + chance * under[i]!, 0)
    if (!(total > 0))
      throw new InputProblem(
        'impossible-findings',
        'No known cause fits what was found. Look again, or name another cause.',
      )
    chances = chances.map(({ causeId, chance }, i) => ({ causeId, chance: (chance * under[i]!) / total }))
  }
  return chances
}
