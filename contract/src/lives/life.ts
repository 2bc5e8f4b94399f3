import type { Clock } from '../hours/clock.ts'
import type { RemovalReason } from '../parts/removalReasons.ts'
import type { Urgency } from '../plan/urgency.ts'

export type { Urgency }

export interface LifeFit {
  shape: number
  scale: number
  shapeLimits: [number | null, number | null]
  scaleLimits: [number | null, number | null]
  logLikelihood: number
}

/** What one part type's history says. */
export interface LifeSummary {
  partType: { id: string; name: string; slotKind: string }
  fitted: number
  failures: number
  inPlace: number
  fit: LifeFit | null
  basis: string
  /** The clock that this part type ages by: ages, scale and intervals are told on it. */
  clock: Clock
  interval: number
  tradeInterval: number
  words: string
}

export interface LifeRecordRow {
  fittingId: string
  printer: { id: string; name: string }
  slotName: string
  age: number
  ageIsKnown: boolean
  removalReason: RemovalReason | null
  /** Whether the record counts as the end of a life, for the fit. */
  endsLife: boolean
  /** Never worked: told apart, and left out of the fit. */
  deadOnArrival: boolean
  removedAt: string | null
}

export interface LifePage extends LifeSummary {
  /** null: a price has not been entered yet, so costs cannot be compared. */
  cost: { preventiveMinor: number; failureMinor: number; minutes: number } | null
  /** What the fit says in words; null without a fit. */
  lifeWords: string | null
  costRateMinor: number | null
  runToFailureMinor: number | null
  survival: { time: number; survival: number; standardError: number }[]
  /** Newest ends first; long histories are cut, the count of all is `fitted`. */
  records: LifeRecordRow[]
}
