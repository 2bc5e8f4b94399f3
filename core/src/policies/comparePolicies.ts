import { InputProblem } from '../inputProblem.ts'
import { doubted, LifePosterior, type Doubted } from '../lives/lifePosterior.ts'
import type { LifeRecord } from '../lives/lifeRecord.ts'
import type { ReplacementCost } from './ageReplacement.ts'
import { LatticeRates } from './policyRates.ts'
import { tradePrior } from './tradePrior.ts'

/** Rules that can be kept for a part. */
export const policyNames = ['trade interval', 'learned age', 'wait for the failure'] as const
export type PolicyName = (typeof policyNames)[number]

export interface Policy {
  policy: PolicyName
  /** Age at which it is replaced; null: only when it has failed. */
  interval: number | null
  /** Cost per unit of age, and failures and planned replacements per unit of age, for one part in use. */
  cost: Doubted
  failures: Doubted
  planned: Doubted
  /** Share of the trade's cost that it saves: the mean over all lives that may be the true one, not that of the best fit. */
  saving: Doubted
  chanceBest: number
  /** Chance that it costs less than the trade's interval. */
  chanceBetter: number
}

export interface PolicyEvidence {
  records: readonly LifeRecord[]
  cost: ReplacementCost
  /** The catalogue's interval, > 0. */
  tradeInterval: number
  /** How much the catalogue's word counts; 1 as measured, 0: not at all. */
  tradeWeight?: number
  neighbours?: readonly LifeRecord[]
  /** What one record of a neighbour counts against one of our own. */
  neighbourWeight?: number
}

export interface PolicyComparison {
  posterior: LifePosterior
  policies: Policy[]
  recommended: Policy
  reason: PolicyReason
}

/** Why a rule is recommended: a closed list, worded in policyWords. */
export type PolicyReason = 'nothing failed yet' | 'saves' | 'saves little' | 'not sure enough' | 'the trade is best'

/** A saving below this share of the trade's cost is within what prices and guesses are worth. */
const savingWorthHaving = 0.05
/** How likely a rule must be the cheaper one before it takes the place of the trade's. */
const sureEnough = 0.8
/** Ages that are tried, as ln of their share of the typical life. */
const youngestTried = -3.2
const oldestTried = 1.1
const mostTried = 90

/**
 * The rules for a part side by side: keep the trade's interval, replace at the age that history and trade together make the
 * cheapest, or wait for the failure.
 *
 * Each rule's cost is that over all lives that the posterior holds possible, so that doubt counts. The trade's interval stays
 * unless the saving that is to be expected is worth having (5 %) and likely (80 %); while nothing has failed it stays.
 * @param evidence records may be empty; 0 < preventive < failure; weights ≥ 0
 * @throws InputProblem 'costs-not-positive', 'costs-reversed', 'not-positive', and as readLifeRecords
 * Source: Barlow & Hunter (1960); decisions under doubt: Meeker, Escobar & Pascual (2022), ch. on Bayesian methods. The two
 * thresholds are measured by simulation (docs/methods.md).
 */
export function comparePolicies(evidence: PolicyEvidence): PolicyComparison {
  const { records, cost, tradeInterval, tradeWeight = 1, neighbours, neighbourWeight } = evidence
  checkEvidence(evidence)
  const prior = tradeWeight > 0 ? tradePrior(tradeInterval, cost, tradeWeight) : null
  const posterior = new LifePosterior({ records, prior, neighbours, neighbourWeight, anchor: tradeInterval })
  const places = placesTried(posterior, tradeInterval)
  const rates = new LatticeRates(posterior, Math.min(0, places[0] as number), Math.max(0, places.at(-1) as number))
  const { weights } = posterior
  let best = { place: 0, cost: Infinity }
  for (const place of places) {
    const mean = rates.meanCost(place, cost)
    if (mean < best.cost) best = { place, cost: mean }
  }
  const rules: { policy: PolicyName; place: number | null }[] = [
    { policy: 'trade interval', place: 0 },
    { policy: 'learned age', place: best.place },
    { policy: 'wait for the failure', place: null },
  ]
  const ofRules = rules.map(({ place }) => rates.rates(place))
  const costs = ofRules.map(({ failures, planned }) =>
    failures.map((rate, i) => cost.failure * rate + cost.preventive * (planned[i] as number)),
  )
  const chances = chancesBest(costs, weights)
  const ofTrade = costs[0] as Float64Array
  const tradeMean = ofTrade.reduce((sum, value, i) => sum + value * (weights[i] as number), 0)
  const policies = rules.map(({ policy, place }, n): Policy => {
    const own = costs[n] as Float64Array
    const { failures, planned } = ofRules[n] as (typeof ofRules)[number]
    // Of what the trade's rule is expected to cost: a saving of one life in its own share would weigh cheap lives too much.
    const saved = own.map((value, i) => ((ofTrade[i] as number) - value) / tradeMean)
    return {
      policy,
      interval: place === null ? null : tradeInterval * Math.exp(place * posterior.step),
      cost: doubted(own, weights),
      failures: doubted(failures, weights),
      planned: doubted(planned, weights),
      saving: doubted(saved, weights),
      chanceBest: chances[n] as number,
      chanceBetter: weights.reduce((sum, weight, i) => sum + ((saved[i] as number) > 0 ? weight : 0), 0),
    }
  })
  return { posterior, policies, ...recommend(policies, posterior.failures) }
}

function recommend(policies: Policy[], failures: number): { recommended: Policy; reason: PolicyReason } {
  const [trade, learned, wait] = policies as [Policy, Policy, Policy]
  if (failures === 0) return { recommended: trade, reason: 'nothing failed yet' }
  // An age so late that hardly any part lives to see it is waiting under another name.
  const other = wait.cost.mean <= learned.cost.mean * 1.005 ? wait : learned
  const saving = other.saving.mean
  if (saving <= 0) return { recommended: trade, reason: 'the trade is best' }
  if (saving < savingWorthHaving) return { recommended: trade, reason: 'saves little' }
  if (other.chanceBetter < sureEnough) return { recommended: trade, reason: 'not sure enough' }
  return { recommended: other, reason: 'saves' }
}

/** Ages to try, as places of the posterior's lattice: from a twentieth to three times a typical life. */
function placesTried(posterior: LifePosterior, tradeInterval: number): number[] {
  const typical = Math.log(posterior.scale().median / tradeInterval)
  const from = Math.ceil((typical + youngestTried) / posterior.step)
  const to = Math.floor((typical + oldestTried) / posterior.step)
  const stride = Math.max(1, Math.ceil((to - from) / mostTried))
  const places: number[] = []
  for (let place = from; place <= to; place += stride) places.push(place)
  return places.length > 0 ? places : [0]
}

/** Chance of each rule to be the cheapest; where two are equally cheap they share it. */
function chancesBest(costs: Float64Array[], weights: Float64Array): number[] {
  const chances = costs.map(() => 0)
  weights.forEach((weight, i) => {
    if (weight === 0) return
    const cheapest = costs.reduce((least, own) => Math.min(least, own[i] as number), Infinity)
    const ties = costs.map((own) => (own[i] as number) <= cheapest * (1 + 1e-9))
    const share = weight / ties.filter(Boolean).length
    ties.forEach((isCheapest, n) => {
      if (isCheapest) chances[n] = (chances[n] as number) + share
    })
  })
  return chances
}

function checkEvidence({ cost, tradeInterval, tradeWeight = 1, neighbourWeight = 0 }: PolicyEvidence): void {
  const { preventive, failure } = cost
  if (!(preventive > 0)) throw new InputProblem('costs-not-positive', 'The preventive cost must be more than 0.')
  if (!(failure > preventive))
    throw new InputProblem(
      'costs-reversed',
      `A failure (${failure}) must cost more than a replacement in time (${preventive}): otherwise waiting for the ` +
        'failure is always the cheaper way.',
    )
  if (!(tradeInterval > 0 && Number.isFinite(tradeInterval)))
    throw new InputProblem('not-positive', `The trade's interval is ${tradeInterval}. It must be more than 0.`)
  for (const [name, weight] of [
    ["The weight of the trade's word", tradeWeight],
    ["The weight of neighbours' lives", neighbourWeight],
  ] as const)
    if (!(weight >= 0 && Number.isFinite(weight)))
      throw new InputProblem('weight-not-positive', `${name} is ${weight}. It must be 0 or more.`)
}
