import { area, curveStepAfter, line } from 'd3-shape'
import type { Scale } from './Frame.tsx'

export interface Step {
  time: number
  survival: number
  limits: [lower: number, upper: number]
}

/** Survival steps from 1 at age 0, held to the last age shown. */
export function stepsPath(steps: readonly Step[], lastAge: number, x: Scale, y: Scale): string {
  return (
    line<Step>(
      (s) => x(s.time),
      (s) => y(s.survival),
    ).curve(curveStepAfter)(closed(steps, lastAge)) ?? ''
  )
}

/** The 95 % band around the steps. */
export function bandPath(steps: readonly Step[], lastAge: number, x: Scale, y: Scale): string {
  return (
    area<Step>(
      (s) => x(s.time),
      (s) => y(s.limits[0]),
      (s) => y(s.limits[1]),
    ).curve(curveStepAfter)(closed(steps, lastAge)) ?? ''
  )
}

function closed(steps: readonly Step[], lastAge: number): Step[] {
  const last = steps[steps.length - 1]
  const start: Step = { time: 0, survival: 1, limits: [1, 1] }
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

/** What is known of a share at an age, with its limits. */
interface Known {
  age: number
  good: number
  limits: [lower: number, upper: number]
}

/** The curve of what is known. */
export function knownPath(points: readonly Known[], x: Scale, y: Scale): string {
  return (
    line<Known>(
      ({ age }) => x(age),
      ({ good }) => y(good),
    )(points) ?? ''
  )
}

/** The band of its limits. */
export function knownBand(points: readonly Known[], x: Scale, y: Scale): string {
  return (
    area<Known>(
      ({ age }) => x(age),
      ({ limits }) => y(limits[0]),
      ({ limits }) => y(limits[1]),
    )(points) ?? ''
  )
}

/** Survival of parts that may have failed between two looks: level where nothing ended, falling straight where it may have. */
export function looksPath(
  steps: readonly { lower: number; upper: number | null; survival: number }[],
  lastAge: number,
  x: Scale,
  y: Scale,
): string {
  let share = 1
  const points: [number, number][] = [[0, 1]]
  for (const { lower, upper, survival } of steps) {
    points.push([lower, share])
    if (upper === null) break
    points.push([upper, survival])
    share = survival
  }
  const last = points.at(-1)?.[0] ?? 0
  if (last < lastAge && steps.every(({ upper }) => upper !== null)) points.push([lastAge, share])
  return (
    line<[number, number]>(
      ([age]) => x(age),
      ([, value]) => y(value),
    )(points) ?? ''
  )
}
