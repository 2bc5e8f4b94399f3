import { threePoints } from '../maths/threePoints.ts'
import { meanLifeUpTo, type WeibullLife } from '../maths/weibull.ts'
import type { RuleRates } from './policyRates.ts'

/** Chances to replace a part while its neighbour is changed anyway. */
export interface Opportunities {
  /** Changes of the neighbour per unit of the part's age, > 0; taken to come at random. */
  rate: number
  /** Cost of a replacement then: what opens the way is done already. */
  cost: number
}

/** So much of the life is left out at its far end: e^-30. */
const farthestHazard = 30
/** Chances farther off than so many mean distances hardly ever come. */
const farthestWait = 14
const panels = 10

/**
 * Rates of a part that is replaced at its failure, or with its neighbour as soon as it is older than `from`.
 *
 * One life ends at min(X, from + Y), Y exponential with the rate of changes of the neighbour: in a mean time of
 * ∫₀^from R + ∫ R(x)·e^(−r(x−from)) dx, and with a planned replacement in r times the second integral.
 * @param from ≥ 0
 * @param rate > 0; towards infinity it is replacement at that age, towards 0 waiting for the failure
 * Source: Dekker & Dijkstra (1992), Opportunity-based age replacement: exponentially distributed times between opportunities,
 * Naval Research Logistics 39.
 */
export function togetherRates(life: WeibullLife, from: number, rate: number): RuleRates {
  const { shape, scale } = life
  const last = scale * farthestHazard ** (1 / shape)
  const length = Math.min(farthestWait / rate, last - from)
  let waiting = 0
  // x = from + length·s²: close steps where the chance and a young part's failures lie.
  if (length > 0)
    for (let panel = 0; panel < panels; panel++)
      for (const [place, weight] of threePoints) {
        const s = (panel + 0.5 + place) / panels
        const after = length * s * s
        const good = Math.exp(-(((from + after) / scale) ** shape) - rate * after)
        waiting += (weight / panels) * 2 * length * s * good
      }
  const planned = Math.min(1, rate * waiting)
  const mean = (from > 0 ? meanLifeUpTo(life, from) : 0) + waiting
  return { failures: (1 - planned) / mean, planned: planned / mean }
}
