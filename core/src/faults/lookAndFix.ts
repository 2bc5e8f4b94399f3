import { InputProblem } from '../inputProblem.ts'

export interface Look {
  id: string
  /** Chance that this is it. */
  chance: number
  minutes: number
}

/**
 * The order in which to look at the causes one after the other, so that the cause is found soonest on average: by chance ÷ time,
 * largest first.
 * @param looks causes that exclude each other, chances ≥ 0, minutes > 0
 * @returns the same looks; equal ones in the order given
 * @throws InputProblem 'not-positive'
 * Source: Mitten (1960), An analytic solution to the least cost testing sequence problem, Journal of Industrial Engineering 11.
 */
export function lookAndFixOrder<L extends Look>(looks: readonly L[]): L[] {
  if (looks.some(({ chance, minutes }) => !(chance >= 0) || !(minutes > 0)))
    throw new InputProblem('not-positive', 'A look takes more than 0 minutes, and its chance is not negative.')
  return [...looks].sort((a, b) => b.chance / b.minutes - a.chance / a.minutes)
}

/** Minutes until the cause is found, on average, when looked at in this order: Σ minutesᵢ · (1 − Σ chances before). */
export function expectedMinutes(looks: readonly Look[]): number {
  let left = 1
  let sum = 0
  for (const { chance, minutes } of looks) {
    sum += minutes * Math.max(0, left)
    left -= chance
  }
  return sum
}
