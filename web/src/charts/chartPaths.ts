import { area, curveStepAfter, line } from 'd3-shape'
import type { Scale } from './Frame.tsx'

export interface Step {
  time: number
  survival: number
  standardError: number
}

/** Factor of a two-sided 95 % interval of a normal distribution. */
const z95 = 1.959964

/** Survival steps from 1 at age 0, held to the last age shown. */
export function stepsPath(steps: readonly Step[], lastAge: number, x: Scale, y: Scale): string {
  return (
    line<Step>(
      (s) => x(s.time),
      (s) => y(s.survival),
    ).curve(curveStepAfter)(closed(steps, lastAge)) ?? ''
  )
}

/** Greenwood's 95 % band around the steps, cut at 0 and 1. */
export function bandPath(steps: readonly Step[], lastAge: number, x: Scale, y: Scale): string {
  const edge = (s: Step, side: 1 | -1) => y(Math.min(1, Math.max(0, s.survival + side * z95 * s.standardError)))
  return (
    area<Step>(
      (s) => x(s.time),
      (s) => edge(s, -1),
      (s) => edge(s, 1),
    ).curve(curveStepAfter)(closed(steps, lastAge)) ?? ''
  )
}

function closed(steps: readonly Step[], lastAge: number): Step[] {
  const last = steps[steps.length - 1]
  const start = { time: 0, survival: 1, standardError: 0 }
  return [start, ...steps, { ...(last ?? start), time: Math.max(lastAge, last?.time ?? 0) }]
}

/** A smooth curve through f between two ages. */
export function curvePath(
  f: (age: number) => number,
  from: number,
  to: number,
  x: Scale,
  y: Scale,
  points = 160,
): string {
  const ages = Array.from({ length: points + 1 }, (_, i) => from + ((to - from) * i) / points)
  return (
    line<number>(
      (age) => x(age),
      (age) => y(f(age)),
    )(ages) ?? ''
  )
}
