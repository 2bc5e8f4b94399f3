import type { Urgency } from '@diatribon/core'

export type { Urgency }

interface UrgencyMeaning {
  word: string
  /** It is to be done in these days: shown first, and what it costs to wait is told. */
  isNear: boolean
}

/** How near a turn is, the most urgent first. */
export const urgencies: Record<Urgency, UrgencyMeaning> = {
  overdue: { word: 'Overdue', isNear: true },
  'this week': { word: 'This week', isNear: true },
  later: { word: 'Later', isNear: false },
}
