/** What is held of a Weibull life before any part was watched: ln shape and ln scale are normal, each with its own spread. */
export interface LifePrior {
  shapeMedian: number
  shapeSd: number
  scaleMedian: number
  scaleSd: number
}

/** What one failure tells of ln shape, in failures: 1 + (1 − γ)²… = 1.8237 (Fisher information of the Weibull shape). */
const tellsOfShape = 1.8237

/**
 * What a prior is worth in failures: as many of them would tell as much of the scale, and of the shape.
 * Source: Fisher information of the Weibull life, d·shape² for ln scale and 1.8237·d for ln shape (Meeker & Escobar 1998, app. C).
 */
export function worthInFailures({ shapeMedian, shapeSd, scaleSd }: LifePrior): { ofScale: number; ofShape: number } {
  return { ofScale: 1 / (shapeMedian * scaleSd) ** 2, ofShape: 1 / (tellsOfShape * shapeSd ** 2) }
}
