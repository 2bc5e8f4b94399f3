import { dayMs, given } from '@diatribon/core'
import type { CalendarDay } from '@diatribon/core'
import { zonedMoment } from '@diatribon/contract'
import { dayIn } from './wallClock.ts'
import type { Db } from './database.ts'
import { site } from './tables.ts'

export interface SiteCalendar {
  timeZone: string
  closedWeekdays: readonly number[]
  closedDays: readonly string[]
}

/** Zone and closed days of the workshop of this database. */
export async function calendarHere(db: Db): Promise<SiteCalendar> {
  const [here] = await db
    .select({ timeZone: site.timeZone, closedWeekdays: site.closedWeekdays, closedDays: site.closedDays })
    .from(site)
    .limit(1)
  return here ?? { timeZone: 'UTC', closedWeekdays: [], closedDays: [] }
}

/** When the day ends in the workshop's zone. */
export const nextMidnight = (calendar: SiteCalendar, now: Date): Date =>
  new Date(given(calendarDays(calendar, now, 0, 1)[0]).endMs)

/** Starts of days are the same for every request of a day; working them out anew costs more than the rest of a list. */
const known = new Map<string, number>()
const mostKnown = 5000

/**
 * The calendar days of a workshop, in its own zone, around a moment.
 * @param back whole days before the day of `now`, `ahead` days from it on
 */
export function calendarDays(calendar: SiteCalendar, now: Date, back: number, ahead: number): CalendarDay[] {
  const { timeZone, closedWeekdays, closedDays } = calendar
  const today = Date.parse(dayIn(timeZone)(now))
  const closed = new Set(closedDays)
  return Array.from({ length: back + ahead }, (_, i) => {
    const utc = today + (i - back) * dayMs
    const weekday = new Date(utc).getUTCDay()
    return {
      startMs: startOfDay(timeZone, utc),
      endMs: startOfDay(timeZone, utc + dayMs),
      weekday,
      open: !closedWeekdays.includes(weekday) && !closed.has(new Date(utc).toISOString().slice(0, 10)),
    }
  })
}

/** The moment at which a day begins in a zone; `utc` is its midnight in UTC. */
function startOfDay(timeZone: string, utc: number): number {
  const key = `${timeZone} ${utc}`
  let start = known.get(key)
  if (start === undefined) {
    start = zonedMoment(timeZone, utc)
    if (known.size >= mostKnown) known.clear()
    known.set(key, start)
  }
  return start
}
