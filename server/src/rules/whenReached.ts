import type { Clock, PrinterHead } from '@diatribon/contract'
import { daysUntilHours, type CalendarDay, type DaysUntil, type HoursForecast, given } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import type { Db } from '../platform/database.ts'
import { calendarDays, type SiteCalendar } from '../platform/calendar.ts'

/** A printer may not have been counted for so long. */
const daysBack = 28
/** Days that are looked up in the calendar; farther ones go on at their mean. */
const calendarAhead = 120

export type WhenReached = ReturnType<typeof reachedBy>

/** When each of these printers reaches so much more on a clock, by its forecast as it is kept. */
export async function whenReachedOf(
  db: Db,
  heads: PrinterHead[],
  { calendar, now }: { calendar: SiteCalendar; now: Date },
): Promise<Map<string, WhenReached>> {
  const forecasts = await keptResults<HoursForecast | null>(
    db,
    'forecast',
    heads.map(({ id }) => id),
  )
  const ahead = calendarDays(calendar, now, daysBack, calendarAhead)
  return new Map(heads.map((head) => [head.id, reachedBy(head, forecasts.get(head.id) ?? null, ahead, now)]))
}

/** When a printer reaches so much more on a clock, and how much of it a day brings. */
function reachedBy(head: PrinterHead, forecast: HoursForecast | null, ahead: CalendarDay[], now: Date) {
  const counted = Date.parse(head.countedAt)
  const first = ahead.findIndex(({ endMs }) => endMs > counted)
  const start = first < 0 ? ahead.filter(({ endMs }) => endMs > now.getTime()) : ahead.slice(first)
  start[0] = {
    ...given(start[0]),
    startMs: Math.max(given(start[0]).startMs, Math.min(counted, given(start[0]).endMs - 1)),
  }
  const untilHours = forecast && daysUntilHours(forecast, start)
  const mean = (clock: Clock): number | null => {
    if (clock === 'days') return 1
    if (!head.perDay) return null
    return clock === 'abrasive metres' ? head.perDay.abrasiveMetres : head.perDay[clock]
  }
  const until = (clock: Clock, left: number): DaysUntil | null => {
    const perDay = mean(clock)
    if (clock === 'days') return { expected: left, range: [left, left] }
    if (!perDay || left <= 0) return null
    // The other counters go with the hours: so much for each hour as over the last weeks.
    if (untilHours && head.hoursPerDay) return untilHours((left * head.hoursPerDay) / perDay)
    return { expected: left / perDay, range: null }
  }
  return { until, perDay: mean }
}
