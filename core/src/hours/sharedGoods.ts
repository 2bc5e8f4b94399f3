import { InputProblem } from '../inputProblem.ts'
import { shareOut } from '../maths/shareOut.ts'

export interface GoodsShare {
  pieces: number
  hours: number
  /** 95 % of the hours. */
  range: [lower: number, upper: number]
}

/** What is known of a printer's use is off by so much from one time to another. Common practice, no source. */
const useIsOffBy = 0.25
const z = 1.96

/**
 * Hours of several printers from what they made together, shared out by what each usually runs.
 *
 * Which printer made a piece is a draw by its share (binomial), and the share itself is known to a quarter: variance n·p·(1 − p) + (¼·n·p)²·(1 − p).
 * The pieces come out whole and add up to what was made.
 * @param pieces whole, ≥ 1 @param minutesEach > 0
 * @param use what each printer usually runs in a day, ≥ 0; where nothing is known of any, all alike
 * @throws InputProblem 'not-positive'
 * Source: common practice, no source (goods made times minutes each, over the printers that can have made them).
 */
export function sharedGoods(
  { pieces, minutesEach }: { pieces: number; minutesEach: number },
  use: readonly number[],
): GoodsShare[] {
  if (!(pieces >= 1 && minutesEach > 0 && use.length > 0))
    throw new InputProblem('not-positive', 'Pieces, minutes and printers must each be at least one.')
  const known = use.some((one) => one > 0)
  const weights = use.map((one) => (known ? Math.max(0, one) : 1))
  const sum = weights.reduce((all, one) => all + one, 0)
  const hours = (some: number) => (some * minutesEach) / 60
  return shareOut(pieces, weights).map((own, i) => {
    const share = (weights[i] ?? 0) / sum
    const expected = pieces * share
    const off = z * Math.sqrt((1 - share) * (expected + (useIsOffBy * expected) ** 2))
    return {
      pieces: own,
      hours: hours(own),
      range: [hours(Math.max(0, expected - off)), hours(Math.min(pieces, expected + off))],
    }
  })
}
