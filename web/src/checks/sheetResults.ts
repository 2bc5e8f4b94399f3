import type { CheckSheet, CheckStep, NeededState, StepResult } from '@diatribon/contract'

/** The result of a step that counts. */
export const resultOf = ({ results }: CheckSheet, stepId: string): StepResult | undefined =>
  results.find((result) => result.stepId === stepId && !result.replaced)

/** The state that a step needs and nobody has confirmed yet; null when it may be done. */
export function stateToConfirm({ confirmed }: CheckSheet, { state }: CheckStep): Exclude<NeededState, 'any'> | null {
  return state === 'any' || confirmed.some((c) => c.state === state) ? null : state
}

/** Steps that must have a result and have none. */
export const missingSteps = (sheet: CheckSheet) =>
  sheet.content.steps.filter(({ id, optional }) => !optional && !resultOf(sheet, id))

/** Limits of a measured step in words; null without any. */
export function limitWords({ lower, upper, unit, target, limitsToConfirm }: CheckStep): string | null {
  const between =
    lower !== undefined && upper !== undefined
      ? `${lower} to ${upper} ${unit}`
      : lower !== undefined
        ? `at least ${lower} ${unit}`
        : upper !== undefined
          ? `at most ${upper} ${unit}`
          : null
  const aim = target === undefined ? null : `aim at ${target} ${unit}`
  const doubt = limitsToConfirm && between ? 'a usual value that nobody here has confirmed' : null
  return [between, aim, doubt].filter(Boolean).join(', ') || null
}
