import { addDays, type Urgency } from '@diatribon/contract'

/** How urgent something is that is due on a day. */
export const dayOf = (day: string, today: string): Urgency =>
  day < today ? 'overdue' : day < addDays(today, 7) ? 'this week' : 'later'
