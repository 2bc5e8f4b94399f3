import type { LifePrior } from '../lives/lifePrior.ts'
import { ageReplacement, type ReplacementCost } from './ageReplacement.ts'

/**
 * Shape of parts that wear, and how sure of it and of the catalogue's figure the trade is. Measured by simulation over
 * shapes 1 to 4, cost ratios 1.5 to 10 and catalogues that are right, half or double (see docs/methods.md); the median of 2 is
 * common practice, no source.
 */
const tradeShape = 2
const tradeShapeSd = 0.5
const tradeScaleSd = 0.7
/** Without a price the catalogue is taken to weigh a failure at so many replacements in time. */
const usualCostRatio = 5

/**
 * The catalogue's interval as a prior: the scale at which that interval would be the least-cost age of a part of shape 2.
 * @param tradeInterval > 0, in any unit of age
 * @param cost null: no price yet
 * @param weight how much it counts; 1 as measured, 2 as much as two such opinions; > 0
 * Source: Meeker, Escobar & Pascual (2022), ch. on Bayesian methods; the figures as above.
 */
export function tradePrior(tradeInterval: number, cost: ReplacementCost | null, weight = 1): LifePrior {
  const ratio = cost && cost.failure > cost.preventive ? cost.failure / cost.preventive : usualCostRatio
  const best = ageReplacement({ shape: tradeShape, scale: 1 }, { preventive: 1, failure: Math.max(ratio, 1.05) })
  // Where failures cost next to nothing more, no interval is best: the trade then hardly means more than the life itself.
  const share = best.kind === 'at' ? Math.min(best.age, longestShare) : longestShare
  return {
    shapeMedian: tradeShape,
    shapeSd: tradeShapeSd / Math.sqrt(weight),
    scaleMedian: tradeInterval / share,
    scaleSd: tradeScaleSd / Math.sqrt(weight),
  }
}
const longestShare = 1.5
