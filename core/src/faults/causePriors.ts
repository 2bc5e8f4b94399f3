import { InputProblem } from '../inputProblem.ts'

/** A cause with the weight that the trade table gives it, and how often it was the cause here. */
export interface CauseRecord {
  causeId: string
  tradeWeight: number
  ownFaults: number
}

export interface CausePriors {
  /** Chance of each cause before anything was tested, in the order of the records; together 1. */
  chances: { causeId: string; chance: number; tradeChance: number; ownFaults: number }[]
  ownFaults: number
  /** Share of the chances that comes from the faults closed here, 0 to below 1. */
  ownShare: number
}

/** So many closed faults weigh as much as the trade table. From memory; a workshop may trust it less or more. */
const tradeCountsAs = 10

/**
 * Chances of the causes of a symptom before anything was tested: the trade table first, this site's closed faults more and more.
 *
 * chance = (countsAs · tradeWeight / Σ tradeWeight + ownFaults) / (countsAs + Σ ownFaults), the mean of a Dirichlet
 * posterior whose prior counts as so many faults.
 * @param records weights ≥ 0 of which one at least is > 0, whole numbers of own faults ≥ 0
 * @param countsAs how many closed faults the table is worth, > 0
 * @throws InputProblem 'no-causes', 'not-positive'
 * Source: Gelman et al., Bayesian Data Analysis, 3rd ed. (2013), section 3.4 (multinomial with a Dirichlet prior).
 */
export function causePriors(records: readonly CauseRecord[], countsAs = tradeCountsAs): CausePriors {
  const trade = records.reduce((sum, { tradeWeight }) => sum + tradeWeight, 0)
  if (records.length === 0 || !(trade > 0))
    throw new InputProblem('no-causes', 'No cause is known for this symptom. Add one to the knowledge of the workshop.')
  if (!(countsAs > 0) || records.some(({ tradeWeight, ownFaults }) => tradeWeight < 0 || ownFaults < 0))
    throw new InputProblem('not-positive', 'Weights and numbers of faults must not be negative.')
  const own = records.reduce((sum, { ownFaults }) => sum + ownFaults, 0)
  return {
    chances: records.map(({ causeId, tradeWeight, ownFaults }) => ({
      causeId,
      chance: ((countsAs * tradeWeight) / trade + ownFaults) / (countsAs + own),
      tradeChance: tradeWeight / trade,
      ownFaults,
    })),
    ownFaults: own,
    ownShare: own / (countsAs + own),
  }
}
