import {
  ageReplacement,
  clockUnits,
  fitWeibull,
  judgeInterval,
  lifeWords,
  meanLife,
  InputProblem,
  recordOfFitting,
  type Clock,
  type LifeRecord,
  type RemovalReason,
} from '@diatribon/core'
import type { StoredJudgement } from '../platform/tables.ts'

/** One part type's history and costs, as plain data that can cross to a worker thread. */
export interface History {
  clock: Clock
  ages: { age: number; ageIsKnown: boolean; removalReason: RemovalReason | null }[]
  /** null: a price has not been entered yet. */
  cost: { preventiveMinor: number; failureMinor: number } | null
  tradeInterval: number
}

/** Fits the life of one part type and judges its replacement interval. Runs in a worker thread. */
export function judge({ clock, ages, cost: minor, tradeInterval }: History): StoredJudgement {
  const records = ages.map(({ age, ageIsKnown, removalReason }) =>
    recordOfFitting({ age, known: ageIsKnown, clock }, removalReason),
  )
  const fit = fitOrNull(records)
  const failures = records.filter(({ lower, upper }) => upper !== null && (lower ?? 0) > 0).length
  const cost = minor && { preventive: minor.preventiveMinor, failure: minor.failureMinor }
  const judgement = judgeInterval({ life: fit, failures, cost, tradeInterval, unit: clockUnits[clock] })
  const optimum = fit && cost && fit.shape > 1 ? ageReplacement(fit, cost) : null
  return {
    fitted: records.length,
    failures,
    inPlace: ages.filter(({ removalReason }) => removalReason === null).length,
    fit,
    lifeWords: fit && lifeWords(records, fit, clock),
    basis: judgement.basis,
    interval: judgement.interval,
    costRateMinor: optimum?.kind === 'at' ? optimum.costRate : null,
    runToFailureMinor: fit && cost && cost.failure / meanLife(fit),
    words: judgement.words,
  }
}

function fitOrNull(records: LifeRecord[]) {
  try {
    return fitWeibull(records)
  } catch (error) {
    if (error instanceof InputProblem) return null // no failures, or all at one age: judged in words
    throw error
  }
}
