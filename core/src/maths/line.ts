/** A least-squares line y = intercept + slope·x, with what is needed to say how sure it is. */
export interface Line {
  slope: number
  intercept: number
  /** Standard deviation of the points about the line, n − 2 degrees of freedom; 0 when all lie on it. */
  spread: number
  meanX: number
  /** Sum of squares of x about its mean. */
  sumOfSquaresX: number
  count: number
}

/**
 * Least-squares line through points.
 * @param points at least three, not all at one x
 * @returns the line, or null when it is not determined
 * Source: Draper & Smith, Applied Regression Analysis (3rd ed. 1998), ch. 1.
 */
export function leastSquaresLine(points: readonly { x: number; y: number }[]): Line | null {
  const count = points.length
  if (count < 3) return null
  const meanX = points.reduce((sum, { x }) => sum + x, 0) / count
  const meanY = points.reduce((sum, { y }) => sum + y, 0) / count
  let [sumOfSquaresX, products] = [0, 0]
  for (const { x, y } of points) {
    sumOfSquaresX += (x - meanX) ** 2
    products += (x - meanX) * (y - meanY)
  }
  if (!(sumOfSquaresX > 0)) return null
  const slope = products / sumOfSquaresX
  const intercept = meanY - slope * meanX
  const residuals = points.reduce((sum, { x, y }) => sum + (y - intercept - slope * x) ** 2, 0)
  return { slope, intercept, spread: Math.sqrt(residuals / (count - 2)), meanX, sumOfSquaresX, count }
}
