import { survival, type WeibullLife } from '../maths/weibull.ts'
import { ageReplacement, type AgeReplacement, type ReplacementCost } from './ageReplacement.ts'

/** What the interval of a part type rests on. */
export type IntervalBasis =
  'own history' | 'too few failures' | 'does not wear out' | 'too little to gain' | 'no fit' | 'no price yet'

export interface IntervalJudgement {
  basis: IntervalBasis
  interval: number
  /** The optimum when the basis is the own history. */
  optimum: Extract<AgeReplacement, { kind: 'at' }> | null
  words: string
}

export interface IntervalEvidence {
  /** Fitted life on the part's clock; null when there is none. */
  life: WeibullLife | null
  /** Failures above age 0 behind the fit. */
  failures: number
  /** null: no price has been entered yet; then only failures are reckoned. */
  cost: ReplacementCost | null
  /** The interval of the catalogue, on the part's clock. */
  tradeInterval: number
  /** How figures on that clock are written; hours when left out. */
  unit?: string
}

/** A saving below this share of the run-to-failure cost is within what prices and guesses are worth. */
const savingWorthHaving = 0.02

/** Fewer failures than this do not overrule the catalogue. */
const failuresNeeded = 3

/**
 * The replacement interval to go by: the least-cost age of the own history where that is sound, else the catalogue's.
 * @returns interval on the part's clock, what it rests on, and the reason in words
 * @throws InputProblem 'costs-not-positive', 'costs-reversed' as ageReplacement
 * Source: Barlow & Hunter (1960) for the optimum; the least number of failures is common practice, no source.
 */
export function judgeInterval({
  life,
  failures,
  cost,
  tradeInterval,
  unit = 'h',
}: IntervalEvidence): IntervalJudgement {
  const trade = (basis: IntervalBasis, reason: string): IntervalJudgement => ({
    basis,
    interval: tradeInterval,
    optimum: null,
    words: `${reason} So the catalogue's interval of ${tradeInterval.toFixed(0)} ${unit} stands.`,
  })
  if (failures < failuresNeeded) {
    const seen =
      failures === 0
        ? 'None of these parts has'
        : failures === 1
          ? 'Only one of these parts has'
          : 'Only two of these parts have'
    return trade(
      'too few failures',
      `${seen} failed here so far; an interval of our own needs at least ${failuresNeeded}.`,
    )
  }
  if (!life) return trade('no fit', 'The failures here are too much alike for a life curve.')
  const shape = life.shape.toFixed(2)
  if (life.shape <= 1)
    return trade(
      'does not wear out',
      `Old ones fail no more often than new ones (shape ${shape}), so replacing on a clock saves nothing: look for ` +
        'another cause, and keep spares. More history may show wear.',
    )
  if (!cost)
    return trade(
      'no price yet',
      `They wear out (shape ${shape}, ${failures} failures here): of a hundred, about ` +
        `${(100 * (1 - survival(life, tradeInterval))).toFixed(0)} fail before ${tradeInterval.toFixed(0)} ${unit}. ` +
        'There is no price yet: enter it to compare costs.',
    )
  const optimum = ageReplacement(life, cost)
  const saving = optimum.kind === 'never' ? 0 : 1 - optimum.costRate / optimum.runToFailureCostRate
  if (optimum.kind === 'never' || saving < savingWorthHaving)
    return trade(
      'too little to gain',
      `They wear out (shape ${shape}, ${failures} failures here), but a failure costs so little more than a replacement ` +
        'in time that replacing early at the best age would save under 2 %.',
    )
  return {
    basis: 'own history',
    interval: optimum.age,
    optimum,
    words:
      `They wear out (shape ${shape}, ${failures} failures here). Replacing at ${optimum.age.toFixed(0)} ${unit} costs least: ` +
      `${(100 * saving).toFixed(0)} % less than waiting for the failure.`,
  }
}
