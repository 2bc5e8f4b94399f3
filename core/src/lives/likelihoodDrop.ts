/** The 0.95 quantile of chi-square with one degree of freedom (NIST/SEMATECH e-Handbook 1.3.6.7.4: 3.841). */
const chiSquare95 = 3.841458820694124

/** 0.975 quantiles of Student's t with 1 to 4 degrees of freedom (NIST/SEMATECH e-Handbook 1.3.6.7.2: 12.706, 4.303, 3.182, 2.776). */
const studentT975 = [12.706204736, 4.30265273, 3.182446305, 2.776445105]

/** From so many failures on the likelihood's own limits are used. */
export const failuresForLikelihoodLimits = 6

/**
 * How far the log-likelihood may drop within 95 % limits.
 *
 * Half of chi-square from six failures on. Below, plain limits run short (90 to 92 % for the shape at three failures, measured):
 * then as if each failure were a measured logarithm, d/2·ln(1 + t²/(d − 1)), which is exact for a normal mean of d values. One
 * failure alone bounds nothing.
 * @param failures weight of failures, > 0
 */
export function likelihoodDrop(failures: number): number {
  if (failures >= failuresForLikelihoodLimits) return chiSquare95 / 2
  const d = Math.floor(failures)
  const t = studentT975[d - 2]
  if (t === undefined) return Infinity
  return (d / 2) * Math.log1p((t * t) / (d - 1))
}
