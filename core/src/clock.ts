/** What a part may age by: a counter of its printer, or the calendar. */
export const clocks = ['hours', 'prints', 'metres', 'abrasive metres', 'days'] as const
export type Clock = (typeof clocks)[number]

/** How figures on a clock are written: "300 h", "120 prints". */
export const clockUnits: Record<Clock, string> = {
  hours: 'h',
  prints: 'prints',
  metres: 'm',
  'abrasive metres': 'm of abrasive',
  days: 'days',
}
