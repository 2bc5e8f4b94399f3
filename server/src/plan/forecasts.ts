import { asc, inArray, sql } from 'drizzle-orm'
import type { PrinterHead } from '@diatribon/contract'
import { forecastHours, type HoursForecast } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { counterPoint, hoursForecast, printer } from '../platform/tables.ts'
import { calendarDays, type SiteCalendar } from './calendar.ts'

/** How far back a forecast looks: three half-lives, what is older weighs next to nothing. */
const daysBack = 84
/** Printers whose curves are read at once. */
const together = 100

/**
 * The forecast of each printer's hours. Kept in the database until the printer's curve or the calendar changes, so that
 * daily lists work out only what is new.
 */
export async function forecastsFor(
  db: Db,
  heads: PrinterHead[],
  calendar: SiteCalendar,
): Promise<Map<string, HoursForecast | null>> {
  const mark = JSON.stringify(calendar)
  const ids = heads.map(({ id }) => id)
  const forecasts = new Map<string, HoursForecast | null>()
  if (ids.length === 0) return forecasts
  const kept = await db
    .select({ id: printer.id, curveSeq: printer.curveSeq, kept: hoursForecast })
    .from(printer)
    .leftJoin(
      hoursForecast,
      sql`${hoursForecast.printerId} = ${printer.id} and ${hoursForecast.curveSeq} = ${printer.curveSeq}`,
    )
    .where(inArray(printer.id, ids))
  const stale = new Map<string, number>()
  for (const row of kept) {
    if (row.kept?.calendar === mark) forecasts.set(row.id, row.kept.result.forecast)
    else stale.set(row.id, row.curveSeq)
  }
  const staleHeads = heads.filter(({ id }) => stale.has(id))
  for (let i = 0; i < staleHeads.length; i += together) {
    const some = staleHeads.slice(i, i + together)
    const curves = await recentCurves(db, some)
    const rows = some.map(({ id, countedAt }) => {
      const forecast = forecastHours(curves.get(id) ?? [], calendarDays(calendar, new Date(countedAt), daysBack + 1, 1))
      forecasts.set(id, forecast)
      return { printerId: id, curveSeq: stale.get(id)!, calendar: mark, result: { forecast } }
    })
    await db
      .insert(hoursForecast)
      .values(rows)
      .onConflictDoUpdate({
        target: hoursForecast.printerId,
        set: { curveSeq: sql`excluded.curve_seq`, calendar: sql`excluded.calendar`, result: sql`excluded.result` },
      })
  }
  return forecasts
}

async function recentCurves(db: Db, heads: PrinterHead[]): Promise<Map<string, { atMs: number; hours: number }[]>> {
  const rows = await db
    .select({ printerId: counterPoint.printerId, at: counterPoint.at, hours: counterPoint.hours })
    .from(counterPoint)
    .innerJoin(printer, sql`${printer.id} = ${counterPoint.printerId}`)
    .where(
      sql`${inArray(
        counterPoint.printerId,
        heads.map(({ id }) => id),
      )} and ${counterPoint.at} > ${printer.countedAt} - make_interval(days => ${daysBack})`,
    )
    .orderBy(asc(counterPoint.printerId), asc(counterPoint.at))
  const curves = new Map<string, { atMs: number; hours: number }[]>()
  for (const { printerId, at, hours } of rows) {
    const point = { atMs: at.getTime(), hours }
    const curve = curves.get(printerId)
    if (curve) curve.push(point)
    else curves.set(printerId, [point])
  }
  return curves
}
