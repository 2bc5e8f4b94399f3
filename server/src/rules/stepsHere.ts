import type { CheckStep, ReadingKind } from '@diatribon/contract'
import { stepsOn } from '@diatribon/core'
import { limitsFor } from './limits.ts'
import type { Machine } from './machines.ts'

/** The steps of a check as one machine is asked for them: those that it can do, each with the limits that its value is judged by there. */
export const stepsHere = (steps: readonly CheckStep[], machine: Machine, kinds: readonly ReadingKind[]): CheckStep[] =>
  stepsOn(steps, machine).map((step) => judgedHere(step, machine, kindOf(step, kinds)))

const kindOf = ({ reading }: CheckStep, kinds: readonly ReadingKind[]) =>
  reading === undefined ? undefined : kinds.find(({ name }) => name.toLowerCase() === reading.toLowerCase())

/** A step that says no limits of its own has those of the reading that its value is kept as. */
export function judgedHere(step: CheckStep, machine: Machine, kind: Omit<ReadingKind, 'id'> | undefined): CheckStep {
  if (!kind || step.lower !== undefined || step.upper !== undefined) return step
  const { lower, upper, from } = limitsFor(kind, machine)
  if (lower === null && upper === null) return step
  return {
    ...step,
    ...(lower === null ? {} : { lower }),
    ...(upper === null ? {} : { upper }),
    ...(from === 'usual' ? { limitsToConfirm: true as const } : {}),
  }
}
