/** A failure on Weibull probability axes: ln age against ln(−ln(1 − F)), on which a Weibull life is a straight line. */
export interface ProbabilityPoint {
  age: number
  /** Share that had failed there: the middle of the step. */
  share: number
  href: string
  title: string
}

/**
 * Failures of known age with the share that had failed by then, as the middle of Kaplan and Meier's step.
 * @param steps survival after each failure age, ascending
 */
export function probabilityPoints(
  steps: readonly { time: number; survival: number }[],
  failures: readonly { age: number; href: string; title: string }[],
): ProbabilityPoint[] {
  return failures.flatMap(({ age, href, title }) => {
    const i = steps.findIndex(({ time }) => Math.abs(time - age) <= 1e-9 * (1 + age))
    const step = steps[i]
    if (!step || age <= 0) return []
    const before = steps[i - 1]?.survival ?? 1
    const share = 1 - (before + step.survival) / 2
    return share > 0 && share < 1 ? { age, share, href, title } : []
  })
}

/** Place of a share along the upright axis. */
export const onWeibullAxis = (share: number) => Math.log(-Math.log1p(-share))
