import type { ForecastPage } from '@diatribon/contract'
import { spreadAhead, type HoursForecast } from '@diatribon/core'
import { keptResults } from '../kept/keptResults.ts'
import { dayIn } from '../platform/wallClock.ts'
import { eq } from 'drizzle-orm'
import { printer } from '../platform/tables.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { calendarDays, type SiteCalendar } from '../platform/calendar.ts'

const daysShown = 14

/** What a printer is expected to run. */
export async function forecastPage(
  db: Db,
  { printerId, calendar, now }: { printerId: string; calendar: SiteCalendar; now: Date },
): Promise<Omit<ForecastPage, 'fresh'>> {
  const kept = await keptResults<HoursForecast | null>(db, 'forecast', [printerId])
  if (!kept.has(printerId)) {
    const [there] = await db.select({ id: printer.id }).from(printer).where(eq(printer.id, printerId))
    if (!there) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  }
  const forecast = kept.get(printerId) ?? null
  const day = dayIn(calendar.timeZone)
  const closed = (weekday: number) => calendar.closedWeekdays.includes(weekday)
  const weekdays =
    forecast?.weekdays.map(({ mean, limits }, weekday) => ({ weekday, closed: closed(weekday), mean, limits })) ?? null
  return {
    weekdays,
    weekMean: weekdays?.reduce((sum, w) => sum + (w.closed ? 0 : w.mean), 0) ?? 0,
    weekOff: forecast?.spread ? spreadAhead(forecast.spread, 1, forecast.weekMean) : null,
    growth: forecast?.spread ? { mean: forecast.spread.growth, sd: forecast.spread.growthSd } : null,
    days: calendarDays(calendar, now, 0, daysShown).map(({ startMs, endMs, weekday, open }) => ({
      day: day(new Date((startMs + endMs) / 2)),
      closed: !open,
      mean: open ? (forecast?.weekdays[weekday]?.mean ?? 0) : 0,
    })),
  }
}
