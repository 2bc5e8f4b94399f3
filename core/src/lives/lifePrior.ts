import { ageReplacement, type ReplacementCost } from '../policies/ageReplacement.ts'

/** What is held of a Weibull life before any part was watched: ln shape and ln scale are normal, each with its own spread. */
export interface LifePrior {
  shapeMedian: number
  shapeSd: number
  scaleMedian: number
  scaleSd: number
}

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

/** What one failure tells of ln shape, in failures: 1 + (1 − γ)²… = 1.8237 (Fisher information of the Weibull shape). */
const tellsOfShape = 1.8237

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

/**
 * What a prior is worth in failures: as many of them would tell as much of the scale, and of the shape.
 * Source: Fisher information of the Weibull life, d·shape² for ln scale and 1.8237·d for ln shape (Meeker & Escobar 1998, app. C).
 */
export function worthInFailures({ shapeMedian, shapeSd, scaleSd }: LifePrior): { ofScale: number; ofShape: number } {
  return { ofScale: 1 / (shapeMedian * scaleSd) ** 2, ofShape: 1 / (tellsOfShape * shapeSd ** 2) }
}
