import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Clock, Duty, PrinterHead } from '@diatribon/contract'
import {
  counterAt,
  dailyMeans,
  daysUntilHours,
  dueReplacement,
  longestSilenceMs,
  wear,
  type CalendarDay,
  type CounterPoint,
  type DaysUntil,
  type HoursForecast,
} from '@diatribon/core'
import type { Judgement } from '../lives/judgements.ts'
import { enclosureLimits } from '../readings/kinds.ts'
import { partAge } from '../parts/age.ts'
import { dayIn } from '../platform/clock.ts'
import type { Db } from '../platform/database.ts'
import { counterPoint, fitting, partType, printer, printerModel, slot } from '../platform/tables.ts'
import { calendarDays, type SiteCalendar } from './calendar.ts'
import { forecastsFor } from './forecasts.ts'

const dayMs = 24 * 3600 * 1000
const windowDays = 28
const daysAhead = 7
/** Days that are looked up in the calendar; farther ones go on at their mean. */
const calendarAhead = 120
/** With fewer failures than this a fitted life is no ground for a chance. */
const failuresForChance = 3

export interface Planning {
  db: Db
  now: Date
  calendar: SiteCalendar
  judgements: Map<string, Judgement>
}

/** Heads of printers, with their means per day over the 28 days before they were last counted. */
export async function printerHeads({ db, now }: { db: Db; now: Date }, ids?: string[]): Promise<PrinterHead[]> {
  const windowStart = sql`${printer.countedAt} - make_interval(days => ${windowDays})`
  const side = (when: 'before' | 'after') => {
    const condition = when === 'before' ? sql`p.at <= ${windowStart}` : sql`p.at > ${windowStart}`
    const order = when === 'before' ? sql`p.at DESC` : sql`p.at`
    return sql<SentPoint | null>`(
      SELECT json_build_object('at', p.at, 'hours', p.hours, 'prints', p.prints, 'metres', p.metres, 'abrasiveMetres', p.abrasive_metres)
      FROM ${counterPoint} p WHERE p.printer_id = ${printer.id} AND ${condition} ORDER BY ${order} LIMIT 1)`
  }
  const rows = await db
    .select({
      row: printer,
      make: printerModel.make,
      model: printerModel.name,
      before: side('before'),
      after: side('after'),
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(ids && inArray(printer.id, ids))
    .orderBy(asc(printer.rack), asc(printer.room), asc(printer.place))
  const limitOf = await enclosureLimits(db)
  return rows.map(({ row, make, model, before, after }) => {
    const { id, name, room, rack, place, holdReason, takingIn, retiredReason, meterHours, countedAt } = row
    const { hours, prints, metres, abrasiveMetres } = row
    const newest: CounterPoint = { atMs: countedAt.getTime(), hours, prints, metres, abrasiveMetres }
    const start = newest.atMs - windowDays * dayMs
    // A printer that is younger than the window is judged by the days it has been here.
    const from = before
      ? { ...counterAt(pointOf(before), after && pointOf(after), start), atMs: start }
      : after && pointOf(after)
    const perDay = from ? dailyMeans(from, newest) : null
    return {
      id,
      name,
      make,
      model,
      room,
      rack,
      place,
      state:
        retiredReason !== null
          ? 'retired'
          : takingIn
            ? 'being taken in'
            : holdReason === null
              ? 'in service'
              : 'on hold',
      holdReason: retiredReason ?? holdReason,
      runHours: hours,
      meterHours,
      countedAt: countedAt.toISOString(),
      hoursPerDay: perDay?.hours ?? null,
      perDay,
      counters: { hours, prints, metres, abrasiveMetres },
      enclosure: enclosureState(row, limitOf(row.modelId), now),
    }
  })
}

/** What the thermometer told last, and whether that is too hot and still true. */
function enclosureState(row: typeof printer.$inferSelect, limitC: number | null, now: Date): PrinterHead['enclosure'] {
  const { enclosureC: celsius, enclosureAt: at, hotHours } = row
  if (celsius === null || !at) return null
  const isFresh = now.getTime() - at.getTime() <= longestSilenceMs
  return { celsius, at: at.toISOString(), limitC, hotHours, isTooHot: isFresh && limitC !== null && celsius > limitC }
}

type SentPoint = Omit<CounterPoint, 'atMs'> & { at: string }
const pointOf = ({ at, ...counters }: SentPoint): CounterPoint => ({ ...counters, atMs: Date.parse(at) })

/** The next replacement of every part in place on these printers. */
export async function dutiesOf(planning: Planning, heads: PrinterHead[], ids?: string[]): Promise<Duty[]> {
  const { db, now, calendar, judgements } = planning
  const here = heads.filter(({ state }) => state !== 'retired')
  const whens = await whensFor(planning, heads)
  const byId = new Map(here.map((head) => [head.id, head]))
  const rows = await db
    .select({
      id: fitting.id,
      printerId: fitting.printerId,
      age: partAge(now),
      ageIsKnown: fitting.ageIsKnown,
      slot: { id: slot.id, name: slot.name },
      replaceEvery: slot.replaceEvery,
      partType: { id: partType.id, name: partType.name, slotKind: partType.slotKind },
      clock: partType.agesBy,
      trade: partType.tradeInterval,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq), ids && inArray(fitting.printerId, ids)))
    .orderBy(asc(fitting.printerId), asc(slot.position))
  const day = dayIn(calendar.timeZone)
  const dayAfter = (days: number) => day(new Date(now.getTime() + days * dayMs))
  return rows.flatMap((row): Duty[] => {
    const head = byId.get(row.printerId)
    if (!head) return []
    const { clock, ageIsKnown } = row
    const judgement = judgements.get(row.partType.id)
    const learned = judgement?.basis === 'own history'
    const interval = learned ? judgement.interval : (row.replaceEvery ?? judgement?.interval ?? row.trade)
    const age = Math.max(0, row.age)
    const uncountedDays = clock === 'days' ? 0 : Math.max(0, (now.getTime() - Date.parse(head.countedAt)) / dayMs)
    const { until, perDay } = whens.get(head.id)!
    const when = until(clock, interval - age)
    const { left, daysLeft, urgency } = dueReplacement(age, interval, when?.expected ?? null, uncountedDays)
    const life = judgement && judgement.failures >= failuresForChance ? judgement.fit : null
    return [
      {
        printer: { id: head.id, name: head.name, place: `${head.rack}${head.place}`, onHold: head.state === 'on hold' },
        slot: row.slot,
        fittingId: row.id,
        partType: row.partType,
        clock,
        age,
        ageIsKnown,
        interval,
        intervalIsLearned: learned,
        left,
        dueDate: daysLeft === null ? null : dayAfter(daysLeft),
        dueRange:
          daysLeft === null || left <= 0 || !when
            ? null
            : [
                dayAfter(Math.max(0, when.earliest - uncountedDays)),
                dayAfter(Math.max(0, when.latest - uncountedDays)),
              ],
        urgency,
        // What an unknown age adds to the risk is not known either.
        failureChance: ageIsKnown ? wear(age, interval, (perDay(clock) ?? 0) * daysAhead, life).failureChance : null,
      },
    ]
  })
}

export type When = ReturnType<typeof whenOf>

/** What was worked out for a list of heads, for all that asks in the same request. */
const workedOut = new WeakMap<PrinterHead[], Promise<Map<string, When>>>()

/** When each printer that is here reaches so much more on a clock. */
export function whensFor({ db, now, calendar }: Planning, heads: PrinterHead[]): Promise<Map<string, When>> {
  let whens = workedOut.get(heads)
  if (!whens) {
    const here = heads.filter(({ state }) => state !== 'retired')
    whens = forecastsFor(db, here, calendar).then((forecasts) => {
      const ahead = calendarDays(calendar, now, windowDays, calendarAhead)
      return new Map(here.map((head) => [head.id, whenOf(head, forecasts.get(head.id) ?? null, ahead, now)]))
    })
    workedOut.set(heads, whens)
  }
  return whens
}

/** When a printer reaches so much more on a clock, and how much of it a day brings. */
function whenOf(head: PrinterHead, forecast: HoursForecast | null, ahead: CalendarDay[], now: Date) {
  const counted = Date.parse(head.countedAt)
  const first = ahead.findIndex(({ endMs }) => endMs > counted)
  const start = first < 0 ? ahead.filter(({ endMs }) => endMs > now.getTime()) : ahead.slice(first)
  start[0] = { ...start[0]!, startMs: Math.max(start[0]!.startMs, Math.min(counted, start[0]!.endMs - 1)) }
  const untilHours = forecast && daysUntilHours(forecast, start)
  const mean = (clock: Clock): number | null => {
    if (clock === 'days') return 1
    if (!head.perDay) return null
    return clock === 'abrasive metres' ? head.perDay.abrasiveMetres : head.perDay[clock]
  }
  const until = (clock: Clock, left: number): DaysUntil | null => {
    const perDay = mean(clock)
    if (clock === 'days') return { expected: left, earliest: left, latest: left }
    if (!perDay || left <= 0) return null
    // The other counters go with the hours: so much for each hour as over the last weeks.
    if (untilHours && head.hoursPerDay) return untilHours((left * head.hoursPerDay) / perDay)
    return { expected: left / perDay, earliest: left / perDay, latest: left / perDay }
  }
  return { until, perDay: mean }
}

/** Order of a round: what has used most of its interval first. */
export function byUse(a: Duty, b: Duty): number {
  return b.age / b.interval - a.age / a.interval
}

/** What comes next on a printer, for every screen that says so. */
export const nextOf = (own: Duty[]): Duty | null => [...own].sort(bySoonest)[0] ?? null

/** Overdue first, by how far; then by date, and what has no date last. */
export function bySoonest(a: Duty, b: Duty): number {
  const [dayA, dayB] = [a.dueDate ?? '9999', b.dueDate ?? '9999']
  return dayA < dayB ? -1 : dayA > dayB ? 1 : a.left / a.interval - b.left / b.interval
}
