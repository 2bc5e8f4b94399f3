import type { Freshness } from '../freshness.ts'
import type {
  CauseIncidence,
  Doubted,
  ExpectedFailures,
  LifePrior,
  LifeRecord,
  LooksNode,
  SurvivalStep,
  TurnbullStep,
  RepairLesson,
} from '@diatribon/core'
import type { Clock } from '../hours/clock.ts'
import type { CheckContent } from '../checks/checkType.ts'
import type { RemovalReason } from '../parts/removalReasons.ts'
import type { Urgency } from '../urgency.ts'
import type { AdoptablePolicy, AdoptedPolicy } from './policies.ts'

export type { Urgency }

export interface LifeFit {
  shape: number
  scale: number
  shapeLimits: [number | null, number | null]
  scaleLimits: [number | null, number | null]
  logLikelihood: number
}

/** What is known of a life from what ran here, the catalogue and neighbours together. */
export interface LifeKnown {
  shape: Doubted
  scale: Doubted
  /** Age by which half have failed. */
  typical: Doubted
  /** Age by which one in ten has failed. */
  b10: Doubted
  failsBeforeTrade: Doubted
}

/** Failures to expect within so many days, if nothing is replaced in time. */
export interface FailuresAhead extends ExpectedFailures {
  days: number
}

/** A rule and its interval: null where it waits for the failure. */
export interface PolicyChoice {
  policy: AdoptablePolicy
  interval: number | null
}

/** Money in a year, all parts of a type together, in minor units. */
export type MoneyInYear = Doubted

/** What one part type's history says, and what is asked of the lead. */
export interface LifeSummary {
  partType: { id: string; name: string; slotKind: string }
  /** The clock that this part type ages by: ages, scale and intervals are told on it. */
  clock: Clock
  fitted: number
  failures: number
  inPlace: number
  /** Units of its clock that all parts of the type run in a year. */
  perYear: number
  known: LifeKnown
  inForce: PolicyChoice & { isAdopted: boolean }
  recommended: PolicyChoice
  tradeInterval: number
  /** What the rule in force costs in a year; null without a price. */
  costInYear: MoneyInYear | null
  /** What the rule in force saves in a year against the trade's interval. */
  savesInYear: MoneyInYear | null
  /** What is asked of the lead; null: nothing. */
  asks: { words: string; moneyMinor: number } | null
  words: string
}

export interface LifeRecordRow {
  fittingId: string
  printer: { id: string; name: string }
  slotName: string
  age: number
  ageIsKnown: boolean
  removalReason: RemovalReason | null
  /** As it counts for the statistics. */
  record: LifeRecord
  removedAt: string | null
  /** Entry of the book by which it came out. */
  removedSeq: number | null
  /** Why somebody should look at it again; null: nothing odd. */
  odd: string | null
}

/** A rule as it is compared. */
export interface ComparedPolicy extends PolicyChoice {
  /** Per unit of age of one part, minor units. */
  cost: Doubted
  failures: Doubted
  planned: Doubted
  /** Share of the trade's cost. */
  saving: Doubted
  chanceBest: number
  chanceBetter: number
}

/** Lives of another workshop. */
export interface NeighbourLives {
  id: string
  source: string
  records: number
  failures: number
  weight: number
  who: string
  at: string
}

/** All that the sums of a part type rest on, so that they can be reckoned again with other costs. */
export interface LifeEvidence {
  records: LifeRecord[]
  neighbours: LifeRecord[]
  tradeInterval: number
  tradeWeight: number
  priceMinor: number | null
  minutes: number
  failureExtraMinor: number | null
  labourMinorPerHour: number
  /** What is changed with it, how often for each unit of its age, and the minutes that are then done once; null: nothing. */
  together: KitMatesHere | null
  /** What looks have taught, and the minutes of one; null: nothing yet. */
  looks: { nodes: LooksNode[]; longest: number | null; minutes: number } | null
}

export interface KitMatesHere {
  slots: string[]
  rate: number
  sharedMinutes: number
}

/** Share still good at an age, by what is known, with its limits. */
export interface KnownAt {
  age: number
  good: number
  limits: [lower: number, upper: number]
}

/** Every part type, most money first. */
export interface LivesPage {
  lives: LifeSummary[]
  fresh: Freshness
}

export interface LifePage extends LifeSummary {
  fresh: Freshness
  /** What is known, from age 0 to beyond the oldest. */
  curve: KnownAt[]
  fit: LifeFit | null
  /** What the fit says in words; null without a fit. */
  lifeWords: string | null
  prior: LifePrior
  failuresAhead: FailuresAhead[]
  /** How much the catalogue, the own parts and neighbours count, in one sentence. */
  shares: string
  /** null: a price has not been entered yet, so costs cannot be compared. */
  cost: { preventiveMinor: number; failureMinor: number; minutes: number } | null
  policies: ComparedPolicy[] | null
  /** Half of the faults here kept a printer down for longer than this. */
  hoursDownPerFailure: number
  adopted: AdoptedPolicy[]
  deadOnArrival: { count: number; of: number; limits: [number, number] } | null
  survival: SurvivalStep[]
  /** null: nothing failed between two looks. */
  turnbull: TurnbullStep[] | null
  /** Share that fails of each cause; null: no failure has a cause yet. */
  causes: { times: number[]; causes: Record<string, CauseIncidence>; words: string } | null
  looks: LooksHere | null
  bearing: LifeBearing
  /** What mending in place has left of the wear, by what followed; null: none was mended. */
  mended: (RepairLesson & { parts: number }) | null
  /** Empty: it sits on printers of one model only, and one kind of filament went through. */
  byGroup: LifeOfGroup[]
  neighbours: NeighbourLives[]
  evidence: LifeEvidence
  models: { id: string; name: string }[]
  /** Newest ends first; long histories are cut, the count of all is `fitted`. */
  records: LifeRecordRow[]
}

/** A part type's life in one group, its own failures first and those of the others with less weight. */
export interface LifeOfGroup {
  /** null: no model, but what went through the parts. */
  model: { id: string; name: string } | null
  name: string
  parts: number
  failures: number
  typical: Doubted
  /** null: no price yet. */
  recommended: PolicyChoice | null
  /** Every rule's own interval in this group; null: no price yet. */
  choices: PolicyChoice[] | null
}

/** What has bearing on how long a part type lasts. */
export interface LifeBearing {
  /** The clock on which its lives are most alike; null: too little is known. */
  clock: { best: Clock; words: string } | null
  /** How many times as long it lasts, with 95 % limits. */
  factors: { words: string; times: number; limits: [number, number] }[]
}

/** A check in use that looks at such parts. */
export interface LookingCheck {
  checkTypeId: string
  version: number
  content: CheckContent
  /** How far its turns lie apart on the part's own clock; null: it has none there. */
  every: number | null
  /** Whether its turns can count by that clock. */
  canBeSet: boolean
}

/** How often to look at the parts of one model, or of all. */
export interface LooksOfGroup {
  /** null: of all printers together. */
  group: { id: string; name: string } | null
  /** Interval of least cost; null: looking does not pay. */
  interval: number | null
  /** Per unit of age of one part, minor units. */
  cost: Doubted
  /** How often it is looked at by the turns of today, and what that costs; null: by no turn. */
  now: number | null
  costNow: Doubted | null
  words: string
}

/** What looks have taught of a part type. */
export interface LooksHere {
  words: string
  /** All first, then each model with enough of its own; empty without a price. */
  groups: LooksOfGroup[]
  checks: LookingCheck[]
  /** That of all. */
  interval: number | null
}
