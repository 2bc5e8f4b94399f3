import {
  clockUnits,
  comparePolicies,
  fitWeibull,
  given,
  InputProblem,
  LifePosterior,
  lifeWords,
  patternWords,
  policyWords,
  ruleRates,
  sharesWords,
  tradePrior,
  worthInFailures,
  type Clock,
  type Doubted,
  type LifeRecord,
  type Policy,
} from '@diatribon/core'
import type { KnownAt } from '@diatribon/contract'
import type { StoredJudgement, StoredPolicy } from '../platform/tables.ts'

/** One part type's history and costs. */
export interface History {
  clock: Clock
  records: LifeRecord[]
  inPlace: number
  /** Units of its clock that parts of this type run in a year, all together. */
  perYear: number
  /** null: a price has not been entered yet. */
  cost: { preventiveMinor: number; failureMinor: number } | null
  tradeInterval: number
  tradeWeight: number
  neighbours: { records: LifeRecord[]; weight: number }[]
  /** The rule that a lead has chosen for all printers; null: none. */
  adopted: { interval: number | null } | null
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
  const compared = money && money.failure > money.preventive ? comparePolicies({ ...evidence, cost: money }) : null
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
    nodes: posterior.nodes(),
    shares: sharesWords(worthInFailures(prior), failures, failuresOf(neighbours)),
    policies: compared && compared.policies.map(stored),
    recommended: { policy: recommended.policy, interval: recommended.interval },
    reason: compared?.reason ?? 'no price yet',
    adoptedCost: adopted && money ? costAt(posterior, adopted.interval, money) : null,
    isLearned,
    interval: isLearned ? given(recommended.interval) : tradeInterval,
    words: compared ? policyWords(compared, unit) : wordsWithoutPrice(known, tradeInterval, unit, failures),
  }
}

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

/** What a rule costs for each unit of age, over all that is held possible. */
function costAt(
  posterior: LifePosterior,
  interval: number | null,
  money: { preventive: number; failure: number },
): Doubted {
  return posterior.figure((shape, scale) => {
    const { failures, planned } = ruleRates({ shape, scale }, interval)
    return money.failure * failures + money.preventive * planned
  })
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
