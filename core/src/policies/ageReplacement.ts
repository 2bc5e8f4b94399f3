import { rootInBracket } from '../maths/roots.ts'
import { hazard, meanLife, meanLifeUpTo, survival, type WeibullLife } from '../maths/weibull.ts'
import { InputProblem } from '../inputProblem.ts'

/** Cost of one replacement, both in the same money unit. */
export interface ReplacementCost {
  preventive: number
  failure: number
}

/** Costs are money per unit of age. `never` when replacing on a clock does not pay. */
export type AgeReplacement =
  | { kind: 'at'; age: number; costRate: number; runToFailureCostRate: number }
  | { kind: 'never'; runToFailureCostRate: number }

/** Saving below this share of the run-to-failure cost is called none: nobody would notice it. */
const smallestSaving = 0.001

/**
 * Least-cost age at which to replace a part that wears out.
 *
 * Minimises [Cp·R(T) + Cf·F(T)] / ∫₀ᵀ R(t) dt over T, R(t) = exp(−(t/scale)^shape). The minimum is where
 * h(T)·∫₀ᵀ R dt − F(T) = Cp/(Cf − Cp), whose left side rises with T when the shape is above 1.
 * @param life shape (no unit) and scale (any clock), both > 0
 * @param cost 0 < preventive < failure
 * @returns the age and its cost per unit of age, or `never`: shape ≤ 1, or a saving under 0.1 %
 * @throws InputProblem 'life-not-positive', 'costs-not-positive', 'costs-reversed'
 * Source: Barlow & Hunter (1960), Optimum preventive maintenance policies, Operations Research 8.
 */
export function ageReplacement(life: WeibullLife, cost: ReplacementCost): AgeReplacement {
  checkInput(life, cost)
  const runToFailureCostRate = cost.failure / meanLife(life)
  if (life.shape <= 1) return { kind: 'never', runToFailureCostRate }
  const target = cost.preventive / (cost.failure - cost.preventive)
  const balance = (logShare: number) => {
    const age = life.scale * Math.exp(logShare)
    const rate = hazard(life, age)
    const mean = meanLifeUpTo(life, age)
    // slope against ln T: h'(T)·∫R·T = (shape − 1)·h·∫R
    return { value: rate * mean - 1 + survival(life, age) - target, slope: (life.shape - 1) * rate * mean }
  }
  const guess = Math.log(target / (life.shape - 1)) / life.shape
  let [low, high] = [guess - 1, guess + 1]
  while (balance(low).value > 0) low -= 2
  while (balance(high).value < 0 && high < 50) high += 2
  if (balance(high).value < 0) return { kind: 'never', runToFailureCostRate }
  const age = life.scale * Math.exp(rootInBracket(balance, low, high, guess))
  const costRate = replacementCostRate(life, cost, age)
  if (costRate > runToFailureCostRate * (1 - smallestSaving)) return { kind: 'never', runToFailureCostRate }
  return { kind: 'at', age, costRate, runToFailureCostRate }
}

/**
 * Long-run cost per unit of age when each part is replaced at `age` or at failure, whichever comes first.
 * @param age > 0
 * Source: Barlow & Hunter (1960).
 */
export function replacementCostRate(life: WeibullLife, cost: ReplacementCost, age: number): number {
  const good = survival(life, age)
  return (cost.preventive * good + cost.failure * (1 - good)) / meanLifeUpTo(life, age)
}

function checkInput({ shape, scale }: WeibullLife, { preventive, failure }: ReplacementCost): void {
  if (!(shape > 0 && scale > 0)) throw new InputProblem('life-not-positive', 'Shape and scale must be more than 0.')
  if (!(preventive > 0)) throw new InputProblem('costs-not-positive', 'The preventive cost must be more than 0.')
  if (!(failure > preventive))
    throw new InputProblem(
      'costs-reversed',
      `A failure (${failure}) must cost more than a replacement in time (${preventive}): otherwise waiting for the ` +
        'failure is always the cheaper way.',
    )
}
