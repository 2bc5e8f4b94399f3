import { asc, inArray, sql } from 'drizzle-orm'
import { forecastHours, type HoursForecast } from '@diatribon/core'
import type { Figure } from '../kept/figure.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { counterPoint, printer } from '../platform/tables.ts'
import { calendarDays, calendarHere } from '../platform/calendar.ts'

/** How far back a forecast looks: the profile of the week is that of the last weeks, growth takes half a year to show. */
const daysBack = 182

/** What a printer is expected to run, by its own curve and the calendar; null: too little has been counted. */
export const forecastFigure: Figure<HoursForecast | null> = {
  name: 'forecast',
  async reckon({ db }, ids) {
    const calendar = await calendarHere(db)
    const printers = await db
      .select({ id: printer.id, countedAt: printer.countedAt })
      .from(printer)
      .where(inArray(printer.id, ids))
    const curves = await recentCurves(db, ids)
    return new Map(
      printers.map(({ id, countedAt }) => [
        id,
        {
          result: forecastHours(curves.get(id) ?? [], calendarDays(calendar, countedAt, daysBack + 1, 1)),
          holdsUntil: null,
        },
      ]),
    )
  },
}

async function recentCurves(db: Db, ids: string[]): Promise<Map<string, { atMs: number; hours: number }[]>> {
  const rows = await db
    .select({ printerId: counterPoint.printerId, at: counterPoint.at, hours: counterPoint.hours })
    .from(counterPoint)
    .innerJoin(printer, sql`${printer.id} = ${counterPoint.printerId}`)
    .where(
      sql`${inArray(counterPoint.printerId, ids)} and ${counterPoint.at} > ${printer.countedAt} - make_interval(days => ${daysBack})`,
    )
    .orderBy(asc(counterPoint.printerId), asc(counterPoint.at))
  return groupBy(
    rows.map(({ at, ...row }) => ({ ...row, atMs: at.getTime() })),
    ({ printerId }) => printerId,
  )
}
