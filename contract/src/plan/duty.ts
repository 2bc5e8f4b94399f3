export type Urgency = 'overdue' | 'this week' | 'later'

/** Something due: here, the replacement of the part in one slot. */
export interface Duty {
  printer: { id: string; name: string; place: string; onHold: boolean }
  slot: { id: string; name: string }
  fittingId: string
  partType: { id: string; name: string; slotKind: string }
  ageHours: number
  intervalHours: number
  /** Whether the interval is the own history's or the catalogue's. */
  intervalIsLearned: boolean
  hoursLeft: number
  /** Day when due, in the site's zone; null when the printer does not run. */
  dueDate: string | null
  urgency: Urgency
  /** Chance to fail within seven days of the printer's usual running; null without a fitted life. */
  failureChance: number | null
}

export interface Round {
  overdue: Duty[]
  thisWeek: Duty[]
  later: Duty[]
  /** How many are due later in all; the list holds the soonest. */
  laterCount: number
}
