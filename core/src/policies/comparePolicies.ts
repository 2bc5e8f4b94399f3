import type { LooksNode } from '../lives/learnLooks.ts'
import { InputProblem } from '../inputProblem.ts'
import { doubted, LifePosterior, type Doubted } from '../lives/lifePosterior.ts'
import type { LifeRecord } from '../lives/lifeRecord.ts'
import type { ReplacementCost } from './ageReplacement.ts'
import { bestLooks, costOfLooks, missedShare } from './inspectionInterval.ts'
import { LatticeRates } from './policyRates.ts'
import { togetherRates, type Opportunities } from './togetherRates.ts'
import { tradePrior } from './tradePrior.ts'

/** Rules that can be kept for a part. */
export const policyNames = [
  'trade interval',
  'learned age',
  'wait for the failure',
  'change together',
  'look and replace on condition',
] as const
export type PolicyName = (typeof policyNames)[number]

export interface Policy {
  policy: PolicyName
  /**
   * Age at which it is replaced; null: only when it has failed. Changed together: the age from which it goes with its neighbour. On
   * condition: how far looks lie apart.
   */
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
  /** A part that is changed now and then and opens the way to this one; left out: there is none. */
  together?: Opportunities
  /** What looks have taught, and what one costs; left out: it is not looked at, or nothing was found yet. */
  looks?: LooksEvidence
}

/** What looks have taught (as learnLooks gives it), and what one costs. */
export interface LooksEvidence {
  nodes: readonly LooksNode[]
  longest: number | null
  cost: number
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
/** A rule that asks for more than a date must cost so much less than the best of the others. */
const worthTheTrouble = 0.95
/** Ages that are tried, as ln of their share of the typical life. */
const youngestTried = -3.2
const oldestTried = 1.1
const mostTried = 90

/**
 * The rules for a part side by side: keep the trade's interval, replace at the age that history and trade together make the
 * cheapest, wait for the failure, and where there is something to go by: change it with its neighbour, or look and replace on
 * condition.
 *
 * Each rule's cost is that over all lives that the posterior holds possible, so that doubt counts. What looks have taught is taken as
 * independent of the lives. The trade's interval stays unless the saving that is to be expected is worth having (5 %) and likely
 * (80 %); while nothing has failed it stays.
 * @param evidence records may be empty; 0 < preventive < failure; weights ≥ 0; 0 < together.cost, looks.cost ≥ 0
 * @throws InputProblem 'costs-not-positive', 'costs-reversed', 'not-positive', and as readLifeRecords
 * Source: Barlow & Hunter (1960); decisions under doubt: Meeker, Escobar & Pascual (2022), ch. on Bayesian methods; together: Dekker &
 * Dijkstra (1992); looks: Christer & Waller (1984). The two thresholds are measured by simulation (docs/methods.md).
 */
export function comparePolicies(evidence: PolicyEvidence): PolicyComparison {
  const { records, cost, tradeInterval, tradeWeight = 1, neighbours, neighbourWeight, together, looks } = evidence
  checkEvidence(evidence)
  const prior = tradeWeight > 0 ? tradePrior(tradeInterval, cost, tradeWeight) : null
  const posterior = new LifePosterior({ records, prior, neighbours, neighbourWeight, anchor: tradeInterval })
  const places = placesTried(posterior, tradeInterval)
  const rates = new LatticeRates(posterior, Math.min(0, places[0] as number), Math.max(0, places.at(-1) as number))
  let best = { place: 0, cost: Infinity }
  for (const place of places) {
    const mean = rates.meanCost(place, cost)
    if (mean < best.cost) best = { place, cost: mean }
  }
  const ageOf = (place: number) => tradeInterval * Math.exp(place * posterior.step)
  const ofLives: RuleOfLives[] = [
    { policy: 'trade interval', interval: ageOf(0), ...rates.rates(0), plannedCost: cost.preventive },
    { policy: 'learned age', interval: ageOf(best.place), ...rates.rates(best.place), plannedCost: cost.preventive },
    { policy: 'wait for the failure', interval: null, ...rates.rates(null), plannedCost: cost.preventive },
    ...(together ? [changedTogether(posterior, cost, together)] : []),
  ]
  const onCondition = looks && looks.nodes.length > 0 ? rulesByLooks(looks, cost) : null
  return withDoubt(posterior, { ofLives, onCondition, failureCost: cost.failure })
}

/** A rule's rates for each life of the posterior. */
interface RuleOfLives {
  policy: PolicyName
  interval: number | null
  failures: Float64Array
  planned: Float64Array
  plannedCost: number
}

/** Costs of looking at the best interval, for each rate and delay that may be the true ones. */
interface RuleOfLooks {
  interval: number | null
  costs: Float64Array
  failures: Float64Array
  planned: Float64Array
  weights: Float64Array
}

function rulesByLooks(
  { nodes, longest, cost: lookCost }: LooksEvidence,
  { preventive, failure }: ReplacementCost,
): RuleOfLooks | null {
  const money = { inspectionCost: lookCost, failureCost: failure, repairCost: preventive }
  const interval = bestLooks(nodes, money, longest)
  // Where looking does not pay it is waiting under another name.
  if (interval === null) return null
  const missed = nodes.map(([, delayMean]) => missedShare(delayMean, interval))
  return {
    interval,
    costs: Float64Array.from(nodes, (node) => costOfLooks(node, money, interval)),
    failures: Float64Array.from(nodes, ([rate], i) => rate * (missed[i] as number)),
    planned: Float64Array.from(nodes, ([rate], i) => rate * (1 - (missed[i] as number))),
    weights: Float64Array.from(nodes, ([, , weight]) => weight),
  }
}

/** Ages from which it is tried to go with its neighbour, as shares of the typical life. */
const sharesTried = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.75, 0.9, 1.1]
const lightestLife = 1e-6

/** The age from which a part costs least when it goes with its neighbour. */
function changedTogether(
  posterior: LifePosterior,
  cost: ReplacementCost,
  { rate, cost: plannedCost }: Opportunities,
): RuleOfLives {
  const typical = posterior.scale().median
  const nodes = posterior.nodes()
  let best = { from: typical, cost: Infinity }
  for (const share of sharesTried) {
    const from = share * typical
    const mean = nodes.reduce((sum, [shape, scale, weight]) => {
      const { failures, planned } = togetherRates({ shape, scale }, from, rate)
      return sum + weight * (cost.failure * failures + plannedCost * planned)
    }, 0)
    if (mean < best.cost) best = { from, cost: mean }
  }
  const { weights, shapes, logScales } = posterior
  const failures = new Float64Array(weights.length)
  const planned = new Float64Array(weights.length)
  weights.forEach((weight, n) => {
    if (weight < lightestLife) return
    const life = {
      shape: shapes[Math.floor(n / logScales.length)] as number,
      scale: Math.exp(logScales[n % logScales.length] as number),
    }
    const rates = togetherRates(life, best.from, rate)
    failures[n] = rates.failures
    planned[n] = rates.planned
  })
  return { policy: 'change together', interval: best.from, failures, planned, plannedCost }
}

/** Each rule's figures with their limits, how likely it is the best, and which one is recommended. */
function withDoubt(
  posterior: LifePosterior,
  rules: { ofLives: RuleOfLives[]; onCondition: RuleOfLooks | null; failureCost: number },
): PolicyComparison {
  const { ofLives, onCondition, failureCost } = rules
  // Lives that weigh nothing have no rates in some rules: they count for none.
  const weights = posterior.weights.map((weight) => (weight < lightestLife ? 0 : weight))
  const costs = ofLives.map(({ failures, planned, plannedCost }) =>
    failures.map((rate, i) => failureCost * rate + plannedCost * (planned[i] as number)),
  )
  const ofTrade = costs[0] as Float64Array
  const all = weights.reduce((sum, weight) => sum + weight, 0)
  const tradeMean = ofTrade.reduce((sum, value, i) => sum + value * (weights[i] as number), 0) / all
  const { chances, chanceOfLooks, looksBetter } = chancesBest(costs, weights, onCondition)
  const policies = ofLives.map(({ policy, interval, failures, planned }, n): Policy => {
    const own = costs[n] as Float64Array
    // Of what the trade's rule is expected to cost: a saving of one life in its own share would weigh cheap lives too much.
    const saved = own.map((value, i) => ((ofTrade[i] as number) - value) / tradeMean)
    return {
      policy,
      interval,
      cost: doubted(own, weights),
      failures: doubted(failures, weights),
      planned: doubted(planned, weights),
      saving: doubted(saved, weights),
      chanceBest: chances[n] as number,
      chanceBetter: weights.reduce((sum, weight, i) => sum + ((saved[i] as number) > 0 ? weight : 0), 0) / all,
    }
  })
  if (onCondition) {
    const cost = doubted(onCondition.costs, onCondition.weights)
    policies.push({
      policy: 'look and replace on condition',
      interval: onCondition.interval,
      cost,
      failures: doubted(onCondition.failures, onCondition.weights),
      planned: doubted(onCondition.planned, onCondition.weights),
      saving: differenceOf((policies[0] as Policy).cost, cost, tradeMean),
      chanceBest: chanceOfLooks,
      chanceBetter: looksBetter,
    })
  }
  return { posterior, policies, ...recommend(policies, posterior.failures) }
}

/** What one independent figure is below another, as a share; limits by their distances, added as squares. */
function differenceOf(of: Doubted, less: Doubted, by: number): Doubted {
  const [low, high] = [0, 1].map((side) => {
    const [mine, theirs] = [of.limits[side] as number, less.limits[1 - side] as number]
    return (side === 0 ? -1 : 1) * Math.hypot(mine - of.mean, theirs - less.mean)
  }) as [number, number]
  const mean = (of.mean - less.mean) / by
  return { mean, median: (of.median - less.median) / by, limits: [mean + low / by, mean + high / by] }
}

function recommend(policies: Policy[], failures: number): { recommended: Policy; reason: PolicyReason } {
  const [trade, learned, wait, ...asking] = policies as [Policy, Policy, Policy, ...Policy[]]
  if (failures === 0) return { recommended: trade, reason: 'nothing failed yet' }
  // An age so late that hardly any part lives to see it is waiting under another name.
  const plain = wait.cost.mean <= learned.cost.mean * 1.005 ? wait : learned
  const least = Math.min(plain.cost.mean, trade.cost.mean)
  const other = asking
    .filter(({ cost }) => cost.mean < least * worthTheTrouble)
    .reduce((best, one) => (one.cost.mean < best.cost.mean ? one : best), plain)
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

/** Chance of each rule to be the cheapest; where two are equally cheap they share it. Looks are independent of the lives. */
function chancesBest(
  costs: Float64Array[],
  weights: Float64Array,
  onCondition: RuleOfLooks | null,
): { chances: number[]; chanceOfLooks: number; looksBetter: number } {
  const chances = costs.map(() => 0)
  const looksBelow = onCondition ? shareBelow(onCondition) : () => 0
  let [all, chanceOfLooks, looksBetter] = [0, 0, 0]
  weights.forEach((weight, i) => {
    if (weight === 0) return
    const cheapest = costs.reduce((least, own) => Math.min(least, own[i] as number), Infinity)
    const ties = costs.map((own) => (own[i] as number) <= cheapest * (1 + 1e-9))
    const looksWin = looksBelow(cheapest)
    const share = (weight * (1 - looksWin)) / ties.filter(Boolean).length
    ties.forEach((isCheapest, n) => {
      if (isCheapest) chances[n] = (chances[n] as number) + share
    })
    all += weight
    chanceOfLooks += weight * looksWin
    looksBetter += weight * looksBelow((costs[0] as Float64Array)[i] as number)
  })
  return {
    chances: chances.map((chance) => chance / all),
    chanceOfLooks: chanceOfLooks / all,
    looksBetter: looksBetter / all,
  }
}

/** Share of what looks may cost that lies below a cost. */
function shareBelow({ costs, weights }: RuleOfLooks): (cost: number) => number {
  const order = [...costs.keys()].sort((a, b) => (costs[a] as number) - (costs[b] as number))
  const sorted = order.map((i) => costs[i] as number)
  let sum = 0
  const upTo = order.map((i) => (sum += weights[i] as number))
  return (cost) => {
    let [low, high] = [0, sorted.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if ((sorted[middle] as number) < cost) low = middle + 1
      else high = middle
    }
    return low === 0 ? 0 : (upTo[low - 1] as number) / sum
  }
}

function checkEvidence(evidence: PolicyEvidence): void {
  const { cost, tradeInterval, tradeWeight = 1, neighbourWeight = 0, together, looks } = evidence
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
  if (together && !(together.rate > 0 && together.cost > 0 && Number.isFinite(together.rate + together.cost)))
    throw new InputProblem(
      'not-positive',
      'How often the neighbour is changed, and the cost of changing both, must be more than 0.',
    )
  if (looks && !(looks.cost >= 0 && Number.isFinite(looks.cost)))
    throw new InputProblem('not-positive', `The cost of a look is ${looks.cost}. It must be 0 or more.`)
  for (const [name, weight] of [
    ["The weight of the trade's word", tradeWeight],
    ["The weight of neighbours' lives", neighbourWeight],
  ] as const)
    if (!(weight >= 0 && Number.isFinite(weight)))
      throw new InputProblem('weight-not-positive', `${name} is ${weight}. It must be 0 or more.`)
}
