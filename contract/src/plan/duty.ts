import type { Freshness } from '../freshness.ts'
import type { PrinterSpot } from '../spot.ts'
import type { CheckTurn } from '../checks/checkSheet.ts'
import type { MadeDuty } from '../faults/fault.ts'
import type { Urgency } from '../urgency.ts'
import type { Clock } from '../hours/clock.ts'
import type { AdoptablePolicy } from '../lives/policies.ts'

/** Something due: here, the replacement of the part in one slot. */
export interface ReplacementDuty {
  printer: PrinterSpot
  slot: { id: string; name: string }
  fittingId: string
  partType: { id: string; name: string; slotKind: string }
  /** The clock of the part type: age, interval and left are told on it. */
  clock: Clock
  age: number
  /** False when the part came here with an age that nobody knows: age is what was seen here. */
  ageIsKnown: boolean
  interval: number
  /** Whether the interval by which it falls due is the own history's or the catalogue's. */
  intervalIsLearned: boolean
  /** The rule that a lead has chosen; null: none. Where it waits for the failure, the interval is the typical life. */
  rule: AdoptablePolicy | null
  /** It is not replaced on a clock: nothing falls due. */
  waits: boolean
  /** The slot whose change it waits for, once it is old enough; null: it goes by itself. */
  goesWith: string | null
  left: number
  /** Where it falls due by metres of abrasive filament as well: how many ran through it, of how many; null: they do not matter. */
  also: { age: number; interval: number; comesFirst: boolean } | null
  /** Day when due, in the site's zone; null when the printer does not run. */
  dueDate: string | null
  /** Earliest and latest day that the printer's own use makes likely (8 in 10); null without a date. */
  dueRange: [string, string] | null
  urgency: Urgency
  /** Chance to fail within seven days of the printer's usual running; null while none of its kind has failed here. */
  failureChance: number | null
  /** 95 % limits of that chance; null below ten failures, when it is worth a word and no more. */
  failureRange: [number, number] | null
}

/** The clock by which a part falls due first: its own, or the metres of abrasive filament that eat it. */
export function firstClock({ age, interval, left, clock, also }: OnClocks): Omit<OnClocks, 'also'> {
  if (!also?.comesFirst) return { age, interval, left, clock }
  return { age: also.age, interval: also.interval, left: also.interval - also.age, clock: 'abrasive metres' }
}

type OnClocks = Pick<ReplacementDuty, 'age' | 'interval' | 'left' | 'clock' | 'also'>

/** Something due that is no part, check or put-down duty: a reading on its way to its limit, a sign-off that lapses, an upgrade of a campaign. */
export interface OtherDuty {
  id: string
  kind: 'reading' | 'sign-off' | 'upgrade'
  /** Of an upgrade: its design. */
  opens?: string
  words: string
  why: string
  /** null: it belongs to no printer. */
  printer: PrinterSpot | null
  dueDate: string
  /** Between which days, 8 in 10; its end null: it may as well never; null: the day is sure. */
  dueRange: [string, string | null] | null
  urgency: Urgency
}

export interface Round {
  fresh: Freshness
  /** Checks that are due, in the same three heaps; of the later ones the soonest. */
  checks: Record<Urgency, CheckTurn[]>
  /** Duties that people have made, soonest first. */
  made: MadeDuty[]
  others: OtherDuty[]
  overdue: ReplacementDuty[]
  thisWeek: ReplacementDuty[]
  later: ReplacementDuty[]
  /** What is due on printers that are stopped or on hold, and waits for their release. */
  waiting: { printer: PrinterSpot; parts: number; checks: number; others: number }[]
  /** How many there are of each in all that may be done; the lists hold the soonest. */
  counts: Record<'replace' | 'check', Record<Urgency, number>>
}
