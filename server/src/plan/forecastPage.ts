import type { ForecastPage } from '@diatribon/contract'
import { dayIn } from '../platform/clock.ts'
import { Refusal } from '../platform/refusal.ts'
import { calendarDays } from './calendar.ts'
import { printerHeads, type Planning } from './duties.ts'
import { forecastsFor } from './forecasts.ts'

const daysShown = 14

/** What a printer is expected to run. */
export async function forecastPage(planning: Planning, printerId: string): Promise<ForecastPage> {
  const { db, now, calendar } = planning
  const heads = await printerHeads(planning, [printerId])
  if (heads.length === 0) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  const forecast = (await forecastsFor(db, heads, calendar)).get(printerId) ?? null
  const day = dayIn(calendar.timeZone)
  const closed = (weekday: number) => calendar.closedWeekdays.includes(weekday)
  const weekdays =
    forecast?.weekdays.map(({ mean, low, high }, weekday) => ({ weekday, closed: closed(weekday), mean, low, high })) ??
    null
  return {
    weekdays,
    weekMean: weekdays?.reduce((sum, w) => sum + (w.closed ? 0 : w.mean), 0) ?? 0,
    weekSd: forecast?.weekSd ?? 0,
    days: calendarDays(calendar, now, 0, daysShown).map(({ startMs, endMs, weekday, open }) => ({
      day: day(new Date((startMs + endMs) / 2)),
      closed: !open,
      mean: open ? (forecast?.weekdays[weekday]!.mean ?? 0) : 0,
    })),
  }
}
