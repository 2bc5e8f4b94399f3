/** When a part should be replaced: on its own clock first, as a date second. */
export interface DueReplacement {
  /** Left on the part's clock; negative when overdue. */
  left: number
  /** Days left from now; null when the printer does not run, 0 when overdue. */
  daysLeft: number | null
  urgency: Urgency
}

export type Urgency = 'overdue' | 'this week' | 'later'

const daysInWeek = 7

/**
 * Next replacement of one part.
 *
 * Overdue is said only of what has been counted. The days left allow for what the printer has probably run since it was
 * last counted.
 * @param age counted since fitting, on the part's clock
 * @param interval the interval to go by on the same clock, > 0
 * @param daysUntilDue days from the last count until it is expected to be due; null when not known
 * @param uncountedDays days since the printer was last counted, ≥ 0
 */
export function dueReplacement(
  age: number,
  interval: number,
  daysUntilDue: number | null,
  uncountedDays: number,
): DueReplacement {
  const left = interval - age
  if (left <= 0) return { left, daysLeft: 0, urgency: 'overdue' }
  const daysLeft = daysUntilDue === null ? null : Math.max(0, daysUntilDue - uncountedDays)
  return { left, daysLeft, urgency: daysLeft !== null && daysLeft <= daysInWeek ? 'this week' : 'later' }
}
