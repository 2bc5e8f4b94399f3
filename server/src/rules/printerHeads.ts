import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { PrinterHead } from '@diatribon/contract'
import { dayMs, counterAt, dailyMeans, type CounterPoint } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { counterPoint, printer, printerModel } from '../platform/tables.ts'
import { stateOf, stopColumn } from './printerState.ts'

const windowDays = 28

/** Heads of printers, with their means per day over the 28 days before they were last counted. */
export async function printerHeads(db: Db, ids?: string[]): Promise<PrinterHead[]> {
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
      stop: stopColumn,
      make: printerModel.make,
      model: printerModel.name,
      before: side('before'),
      after: side('after'),
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(ids && inArray(printer.id, ids))
    .orderBy(asc(printer.rack), asc(printer.room), asc(printer.place))
  return rows.map(({ row, stop, make, model, before, after }) => {
    const { id, name, room, rack, place, modelId, holdReason, retiredReason, meterHours, countedAt } = row
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
      modelId,
      room,
      rack,
      place,
      state: stateOf({ ...row, stop }),
      stop,
      holdReason: retiredReason ?? holdReason,
      runHours: hours,
      meterHours,
      countedAt: countedAt.toISOString(),
      hoursPerDay: perDay?.hours ?? null,
      perDay,
      counters: { hours, prints, metres, abrasiveMetres },
    }
  })
}

type SentPoint = Omit<CounterPoint, 'atMs'> & { at: string }
const pointOf = ({ at, ...counters }: SentPoint): CounterPoint => ({ ...counters, atMs: Date.parse(at) })
