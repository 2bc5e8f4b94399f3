import { given } from '@diatribon/core'
import type { ShiftPlan } from '@diatribon/contract'

export const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
/** The week begins on Monday. */
export const weekOrder = [1, 2, 3, 4, 5, 6, 0]

/** Somebody's week in short: "Tue, Thu 09:00 to 17:00". */
export function shiftWords({ weekly, days }: ShiftPlan): string {
  const byTime = new Map<string, string[]>()
  for (const weekday of weekOrder)
    for (const span of weekly.filter((one) => one.weekday === weekday)) {
      const time = `${span.from} to ${span.until}`
      byTime.set(time, [...(byTime.get(time) ?? []), given(weekdays[weekday]).slice(0, 3)])
    }
  const week = [...byTime].map(([time, on]) => `${on.join(', ')} ${time}`)
  return [...week, ...(days.length > 0 ? [`${days.length} single ${days.length === 1 ? 'day' : 'days'}`] : [])].join(
    '; ',
  )
}
