import {
  ageReplacement,
  fitWeibull,
  judgeInterval,
  lifeWords,
  meanLife,
  Problem,
  recordOfFitting,
  type LifeRecord,
  type RemovalReason,
} from '@diatribon/core'
import type { StoredJudgement } from '../platform/tables.ts'

/** One part type's history and costs, as plain data that can cross to a worker thread. */
export interface History {
  ages: { ageHours: number; removalReason: RemovalReason | null }[]
  preventiveMinor: number
  failureMinor: number
  tradeIntervalHours: number
}

/** Fits the life of one part type and judges its replacement interval. Runs in a worker thread. */
export function judge({ ages, preventiveMinor, failureMinor, tradeIntervalHours }: History): StoredJudgement {
  const records = ages.map(({ ageHours, removalReason }) => recordOfFitting(ageHours, removalReason))
  const fit = fitOrNull(records)
  const failures = records.filter(({ lower, upper }) => upper !== null && lower! > 0).length
  const cost = { preventive: preventiveMinor, failure: failureMinor }
  const judgement = judgeInterval({ life: fit, failures, cost, tradeIntervalHours })
  const clock = fit && fit.shape > 1 ? ageReplacement(fit, cost) : null
  return {
    fitted: records.length,
    failures,
    inPlace: ages.filter(({ removalReason }) => removalReason === null).length,
    fit,
    lifeWords: fit && lifeWords(records, fit, 'hours'),
    basis: judgement.basis,
    intervalHours: judgement.intervalHours,
    costRateMinorPerHour: clock?.kind === 'at' ? clock.costRate : null,
    runToFailureMinorPerHour: fit && failureMinor / meanLife(fit),
    words: judgement.words,
  }
}

function fitOrNull(records: LifeRecord[]) {
  try {
    return fitWeibull(records)
  } catch (error) {
    if (error instanceof Problem) return null // no failures, or all at one age: judged in words
    throw error
  }
}
