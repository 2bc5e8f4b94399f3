import { and, asc, eq, gt, inArray, isNull } from 'drizzle-orm'
import { dayMs, daysUntilHours, forecastHours, given } from '@diatribon/core'
import type { Figure } from '../kept/figure.ts'
import { calendarDays, calendarHere, nextMidnight, type SiteCalendar } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
import { counterPoint, fitting, partType } from '../platform/tables.ts'

/** How many due dates were told with a range, and how many of them came within it. */
export interface DueDatesScore {
  told: number
  inside: number
}

/** Moments to which it goes back: every third week of the last year. */
const momentsScored = 17
const weeksBetween = 3
/** As far back as a forecast looks. */
const daysBack = 182
const daysAhead = 120

type Point = { atMs: number; hours: number }
interface Part {
  /** The printer's hours at which it reaches its interval. */
  dueHours: number
  fromMs: number
  untilMs: number
}

/**
 * Goes back to moments of the last year and asks when each part that ages by hours would be due, by the forecast of that day. A range counts
 * once its last day is over, whether the part was changed meanwhile or not: what is scored is when the printer reached those hours.
 */
export const dueDatesFigure: Figure<DueDatesScore> = {
  name: 'dueDates',
  async reckon({ db, now }, ids) {
    const calendar = await calendarHere(db)
    const midnight = nextMidnight(calendar, now)
    const curves = await curvesOf(
      db,
      ids,
      new Date(now.getTime() - (momentsScored * weeksBetween * 7 + daysBack) * dayMs),
    )
    const parts = await partsOf(db, ids, now)
    return new Map(
      ids.map((id) => [
        id,
        { result: scoreOf(curves.get(id) ?? [], parts.get(id) ?? [], { calendar, now }), holdsUntil: midnight },
      ]),
    )
  },
}

function scoreOf(
  curve: readonly Point[],
  parts: readonly Part[],
  { calendar, now }: { calendar: SiteCalendar; now: Date },
): DueDatesScore {
  const score = { told: 0, inside: 0 }
  if (curve.length < 2 || parts.length === 0) return score
  for (let n = 1; n <= momentsScored; n++) {
    const then = now.getTime() - n * weeksBetween * 7 * dayMs
    const known = curve.filter(({ atMs }) => atMs <= then && atMs > then - daysBack * dayMs)
    const last = known.at(-1)
    if (!last) continue
    const counted = new Date(last.atMs)
    const forecast = forecastHours(known, calendarDays(calendar, counted, daysBack + 1, 1))
    if (!forecast?.spread) continue
    const ahead = calendarDays(calendar, counted, 0, daysAhead)
    const until = daysUntilHours(forecast, [{ ...given(ahead[0]), startMs: last.atMs }, ...ahead.slice(1)])
    for (const { dueHours, fromMs, untilMs } of parts) {
      if (fromMs > then || untilMs <= then || dueHours <= last.hours) continue
      const range = until(dueHours - last.hours)?.range
      if (!range || last.atMs + range[1] * dayMs > now.getTime()) continue
      score.told++
      const reached = reachedAt(curve, dueHours)
      if (reached === null) continue
      const days = (reached - last.atMs) / dayMs
      // A date is told as a day: on its edge it is inside.
      if (days >= range[0] - 1 && days <= range[1] + 1) score.inside++
    }
  }
  return score
}

/** When a printer had run so many hours; null: not yet. */
function reachedAt(curve: readonly Point[], hours: number): number | null {
  const i = curve.findIndex((point) => point.hours >= hours)
  if (i <= 0) return null
  const [a, b] = [given(curve[i - 1]), given(curve[i])]
  return a.atMs + ((b.atMs - a.atMs) * (hours - a.hours)) / Math.max(1e-9, b.hours - a.hours)
}

async function curvesOf(db: Db, ids: string[], from: Date): Promise<Map<string, Point[]>> {
  const rows = await db
    .select({ printerId: counterPoint.printerId, at: counterPoint.at, hours: counterPoint.hours })
    .from(counterPoint)
    .where(and(inArray(counterPoint.printerId, ids), gt(counterPoint.at, from)))
    .orderBy(asc(counterPoint.printerId), asc(counterPoint.at))
  return groupBy(
    rows.map(({ printerId, at, hours }) => ({ printerId, atMs: at.getTime(), hours })),
    ({ printerId }) => printerId,
  )
}

async function partsOf(db: Db, ids: string[], now: Date): Promise<Map<string, (Part & { printerId: string })[]>> {
  const rows = await db
    .select({ row: fitting, interval: partType.tradeInterval })
    .from(fitting)
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(inArray(fitting.printerId, ids), isNull(fitting.takenBackSeq), eq(partType.agesBy, 'hours')))
  return groupBy(
    rows.map(({ row, interval }) => ({
      printerId: row.printerId,
      dueHours: row.fittedHours + interval - row.beforeHours,
      fromMs: row.fittedAt.getTime(),
      untilMs: (row.removedAt ?? now).getTime(),
    })),
    ({ printerId }) => printerId,
  )
}
