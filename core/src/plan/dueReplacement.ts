/** When a part should be replaced: on the printer's own clock first, as a date second. */
export interface DueReplacement {
  /** Running hours left; negative when overdue. */
  hoursLeft: number
  /** Days left at the printer's mean hours per day; null when it does not run, 0 when overdue. */
  daysLeft: number | null
  urgency: Urgency
}

export type Urgency = 'overdue' | 'this week' | 'later'

const daysInWeek = 7

/**
 * Next replacement of one part.
 *
 * Overdue is said only of counted hours. The days left allow for what the printer has probably run since it was last
 * counted.
 * @param ageHours counted running hours since fitting
 * @param intervalHours the interval to go by, > 0
 * @param hoursPerDay the printer's mean, or null when not known
 * @param uncountedDays days since the printer was last counted, ≥ 0
 */
export function dueReplacement(
  ageHours: number,
  intervalHours: number,
  hoursPerDay: number | null,
  uncountedDays: number,
): DueReplacement {
  const hoursLeft = intervalHours - ageHours
  if (hoursLeft <= 0) return { hoursLeft, daysLeft: 0, urgency: 'overdue' }
  const daysLeft = hoursPerDay !== null && hoursPerDay > 0 ? Math.max(0, hoursLeft / hoursPerDay - uncountedDays) : null
  return { hoursLeft, daysLeft, urgency: daysLeft !== null && daysLeft <= daysInWeek ? 'this week' : 'later' }
}
