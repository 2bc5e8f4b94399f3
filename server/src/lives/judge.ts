import {
  clockUnits,
  comparePolicies,
  costOfLooks,
  doubted,
  expectedFailures,
  fitWeibull,
  given,
  InputProblem,
  learnLooks,
  LifePosterior,
  lifeWords,
  patternWords,
  policyWords,
  ruleRates,
  sharesWords,
  togetherRates,
  tradePrior,
  worthInFailures,
  type Clock,
  type Doubted,
  type LearnedLooks,
  type LifeRecord,
  type LookedAtPart,
  type LooksEvidence,
  type Policy,
} from '@diatribon/core'
import type { KitMatesHere, KnownAt, PolicyChoice } from '@diatribon/contract'
import type { StoredJudgement, StoredPolicy } from '../platform/tables.ts'

/** One part type's history and costs. */
export interface History {
  clock: Clock
  records: LifeRecord[]
  inPlace: number
  /** Units of its clock that parts of this type run in a year, all together. */
  perYear: number
  /** Parts of known age that are in place, with what each runs in a day. */
  running: readonly { age: number; perDay: number }[]
  /** null: a price has not been entered yet. */
  cost: { preventiveMinor: number; failureMinor: number } | null
  tradeInterval: number
  tradeWeight: number
  neighbours: { records: LifeRecord[]; weight: number }[]
  /** The rule that a lead has chosen for all printers; null: none. */
  adopted: PolicyChoice | null
  /** What is changed together with it, how often for each unit of its age; null: nothing. */
  together: (KitMatesHere & { costMinor: number | null }) | null
  /** Its parts as they were looked at, and what a look takes. */
  looked: { parts: readonly LookedAtPart[]; minutes: number; costMinor: number }
}

/** What is known of the life of a part type, and which rule follows. Runs beside the thread that answers requests. */
export function judge(history: History): StoredJudgement {
  const { clock, records, inPlace, perYear, cost, tradeInterval, tradeWeight, adopted } = history
  const unit = clockUnits[clock]
  const fit = fitOrNull(records)
  // Neighbours of different weights as one list: each record weighs what it counts.
  const neighbours = history.neighbours.flatMap(({ records: theirs, weight }) =>
    weight > 0 ? theirs.map((record) => ({ ...record, weight: record.weight * weight })) : [],
  )
  const failuresOf = (list: readonly LifeRecord[]) =>
    list.reduce((sum, { upper, weight }) => sum + (upper !== null && upper > 0 ? weight : 0), 0)
  const money = cost && { preventive: cost.preventiveMinor, failure: cost.failureMinor }
  const evidence = { records, tradeInterval, tradeWeight, neighbours, neighbourWeight: 1 }
  const learned = looksOrNull(history.looked.parts)
  const { together } = history
  const asking = {
    ...(together && together.costMinor ? { together: { rate: together.rate, cost: together.costMinor } } : {}),
    ...(learned ? { looks: { nodes: learned.nodes, longest: learned.longest, cost: history.looked.costMinor } } : {}),
  }
  const compared =
    money && money.failure > money.preventive ? comparePolicies({ ...evidence, ...asking, cost: money }) : null
  const prior = tradePrior(tradeInterval, money, tradeWeight)
  const posterior =
    compared?.posterior ?? new LifePosterior({ records, prior, neighbours, neighbourWeight: 1, anchor: tradeInterval })
  const known = {
    shape: posterior.shape(),
    scale: posterior.scale(),
    typical: posterior.ageOf(0.5),
    b10: posterior.ageOf(0.1),
    failsBeforeTrade: posterior.figure((shape, scale) => 1 - Math.exp(-((tradeInterval / scale) ** shape))),
  }
  const recommended = compared?.recommended ?? { policy: 'trade interval' as const, interval: tradeInterval }
  const isLearned = recommended.policy === 'learned age'
  const failures = posterior.failures
  const nodes = posterior.nodes()
  return {
    fitted: records.length,
    failures,
    deadOnArrival: records.reduce((sum, { upper }) => sum + (upper === 0 ? 1 : 0), 0),
    inPlace,
    perYear,
    fit,
    lifeWords: fit && lifeWords(records, fit, clock),
    prior: {
      shapeMedian: prior.shapeMedian,
      scaleMedian: prior.scaleMedian,
      shapeSd: prior.shapeSd,
      scaleSd: prior.scaleSd,
    },
    known,
    curve: curveOf(posterior, records),
    nodes,
    failuresAhead: daysAhead.map((days) => ({
      days,
      ...expectedFailures(
        nodes,
        history.running.map(({ age, perDay }) => ({ age, ahead: perDay * days })),
      ),
    })),
    shares: sharesWords(worthInFailures(prior), failures, failuresOf(neighbours)),
    policies: compared && compared.policies.map(stored),
    recommended: { policy: recommended.policy, interval: recommended.interval },
    reason: compared?.reason ?? 'no price yet',
    together: together && { slots: together.slots, rate: together.rate, sharedMinutes: together.sharedMinutes },
    looks: learned && { learned, minutes: history.looked.minutes },
    adoptedCost: adopted && money ? costOf(adopted, { posterior, money, ...asking }) : null,
    isLearned,
    interval: isLearned ? given(recommended.interval) : tradeInterval,
    words: compared ? policyWords(compared, unit) : wordsWithoutPrice(known, tradeInterval, unit, failures),
  }
}

/** How far ahead failures are told. */
const daysAhead = [30, 90]
/** Points of the curve that the page draws. */
const curvePoints = 24

function curveOf(posterior: LifePosterior, records: readonly LifeRecord[]): KnownAt[] {
  const oldest = records.reduce((most, { lower, upper }) => Math.max(most, lower ?? 0, upper ?? 0), 0)
  const last = Math.max(oldest, 1.6 * posterior.scale().median)
  const digits = (x: number) => Number(x.toPrecision(4))
  return Array.from({ length: curvePoints + 1 }, (_, i) => {
    const age = (last * i) / curvePoints
    const { mean, limits } = posterior.survivalAt(age)
    return { age: digits(age), good: digits(mean), limits: [digits(limits[0]), digits(limits[1])] }
  })
}

const stored = (policy: Policy): StoredPolicy => {
  const { policy: name, interval, cost, failures, planned, saving, chanceBest, chanceBetter } = policy
  return { policy: name, interval, cost, failures, planned, saving, chanceBest, chanceBetter }
}

/** What a rule costs for each unit of age, over all that is held possible; null: nothing is known of how it does. */
function costOf(
  { policy, interval }: PolicyChoice,
  known: {
    posterior: LifePosterior
    money: { preventive: number; failure: number }
    together?: { rate: number; cost: number }
    looks?: LooksEvidence
  },
): Doubted | null {
  const { posterior, money, together, looks } = known
  const { preventive, failure } = money
  if (policy === 'look and replace on condition') {
    if (!looks || interval === null) return null
    const costs = { inspectionCost: looks.cost, failureCost: failure, repairCost: preventive }
    return doubted(
      Float64Array.from(looks.nodes, (node) => costOfLooks(node, costs, interval)),
      Float64Array.from(looks.nodes, ([, , weight]) => weight),
    )
  }
  if (policy === 'change together') {
    if (!together) return null
    return posterior.figure((shape, scale) => {
      const { failures, planned } = togetherRates({ shape, scale }, interval ?? 0, together.rate)
      return failure * failures + together.cost * planned
    })
  }
  return posterior.figure((shape, scale) => {
    const { failures, planned } = ruleRates({ shape, scale }, interval)
    return failure * failures + preventive * planned
  })
}

/** What looks have taught; null: none found anything. */
export function looksOrNull(parts: readonly LookedAtPart[]): LearnedLooks | null {
  if (!parts.some(({ looks }) => looks.some(({ found }) => found === 'defect'))) return null
  try {
    return learnLooks(parts)
  } catch (error) {
    if (error instanceof InputProblem) return null // nothing to learn from yet: the page does without
    throw error
  }
}

function wordsWithoutPrice(
  { shape, failsBeforeTrade }: StoredJudgement['known'],
  tradeInterval: number,
  unit: string,
  failures: number,
): string {
  const percent = (share: number) => `${Math.round(100 * share)}`
  const [low, high] = failsBeforeTrade.limits
  return (
    `${failures > 0 ? `${patternWords(shape.limits)} ` : ''}Of a hundred, about ${percent(failsBeforeTrade.mean)} fail before ` +
    `${tradeInterval.toLocaleString('en-GB')} ${unit} (${percent(low)} to ${percent(high)}). There is no price yet: enter it in the ` +
    `catalogue to compare rules; until then the catalogue's interval stands.`
  )
}

function fitOrNull(records: LifeRecord[]) {
  try {
    return fitWeibull(records)
  } catch (error) {
    if (error instanceof InputProblem) return null // no failures, or all at one age: judged in words
    throw error
  }
}
