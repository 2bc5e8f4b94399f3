import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Duty, PrinterHead } from '@diatribon/contract'
import { counterAt, dailyHours, dueReplacement, wear } from '@diatribon/core'
import type { Judgement } from '../lives/judgements.ts'
import { dayIn } from '../platform/clock.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, printerModel, slot, usage } from '../platform/tables.ts'

const dayMs = 24 * 3600 * 1000
const windowDays = 28
const daysAhead = 7
/** With fewer failures than this a fitted life is no ground for a chance. */
const failuresForChance = 3

export interface Planning {
  db: Db
  now: Date
  timeZone: string
  judgements: Map<string, Judgement>
}

/** Heads of printers, with their mean hours per day over the 28 days before they were last counted. */
export async function printerHeads(db: Db, ids?: string[]): Promise<PrinterHead[]> {
  const windowStart = sql`${printer.countedAt} - make_interval(days => ${windowDays})`
  const side = (when: 'before' | 'after') => {
    const condition = when === 'before' ? sql`u.at <= ${windowStart}` : sql`u.at > ${windowStart}`
    const order = when === 'before' ? sql`u.at DESC, u.seq DESC` : sql`u.at, u.seq`
    return sql<{ at: string; hours: number } | null>`(
      SELECT json_build_object('at', u.at, 'hours', u.run_hours) FROM ${usage} u
      WHERE u.printer_id = ${printer.id} AND u.taken_back_seq IS NULL AND ${condition} ORDER BY ${order} LIMIT 1)`
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
  return rows.map(({ row, make, model, before, after }) => {
    const { id, name, room, rack, place, holdReason, runHours, meterHours, countedAt } = row
    const now = { atMs: countedAt.getTime(), runHours }
    const start = now.atMs - windowDays * dayMs
    const point = (side: { at: string; hours: number }) => ({ atMs: Date.parse(side.at), runHours: side.hours })
    // A printer that is younger than the window is judged by the days it has been here.
    const from = before
      ? { atMs: start, runHours: counterAt(point(before), after && point(after), start) }
      : after && point(after)
    return {
      id,
      name,
      make,
      model,
      room,
      rack,
      place,
      state: holdReason === null ? 'in service' : 'on hold',
      holdReason,
      runHours,
      meterHours,
      countedAt: countedAt.toISOString(),
      hoursPerDay: from ? dailyHours(from, now) : null,
    }
  })
}

/** The next replacement of every part in place on these printers. */
export async function dutiesOf(
  { db, now, timeZone, judgements }: Planning,
  heads: PrinterHead[],
  ids?: string[],
): Promise<Duty[]> {
  const byId = new Map(heads.map((head) => [head.id, head]))
  const rows = await db
    .select({
      id: fitting.id,
      printerId: fitting.printerId,
      fittedHours: fitting.fittedHours,
      slot: { id: slot.id, name: slot.name },
      partType: {
        id: partType.id,
        name: partType.name,
        slotKind: partType.slotKind,
        trade: partType.tradeIntervalHours,
      },
    })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(and(isNull(fitting.removedAt), isNull(fitting.takenBackSeq), ids && inArray(fitting.printerId, ids)))
    .orderBy(asc(fitting.printerId), asc(slot.position))
  const day = dayIn(timeZone)
  return rows.flatMap((row) => {
    const head = byId.get(row.printerId)
    if (!head) return []
    const judgement = judgements.get(row.partType.id)
    const { trade, ...type } = row.partType
    const intervalHours = judgement?.intervalHours ?? trade
    const ageHours = Math.max(0, head.runHours - row.fittedHours)
    const uncountedDays = Math.max(0, (now.getTime() - Date.parse(head.countedAt)) / dayMs)
    const { hoursLeft, daysLeft, urgency } = dueReplacement(ageHours, intervalHours, head.hoursPerDay, uncountedDays)
    const life = judgement && judgement.failures >= failuresForChance ? judgement.fit : null
    return {
      printer: { id: head.id, name: head.name, place: `${head.rack}${head.place}`, onHold: head.state === 'on hold' },
      slot: row.slot,
      fittingId: row.id,
      partType: type,
      ageHours,
      intervalHours,
      intervalIsLearned: judgement?.basis === 'own history',
      hoursLeft,
      dueDate: daysLeft === null ? null : day(new Date(now.getTime() + daysLeft * dayMs)),
      urgency,
      failureChance: wear(ageHours, intervalHours, (head.hoursPerDay ?? 0) * daysAhead, life).failureChance,
    }
  })
}

/** Order of a round: what has used most of its interval first. */
export function byUse(a: Duty, b: Duty): number {
  return b.ageHours / b.intervalHours - a.ageHours / a.intervalHours
}
