import { and, asc, desc, eq, gt, isNotNull, isNull, lte, notInArray, or, sql } from 'drizzle-orm'
import { type Handover, type Person, zonedMoment } from '@diatribon/contract'
import { dayMs, lastShiftEnd, given } from '@diatribon/core'
import { allOpenFaults, madeDuties } from '../faults/openFaults.ts'
import { outOf, outSince, stopColumn } from '../rules/printerState.ts'
import { localMoment, shiftsOf } from '../rules/shifts.ts'
import { dayIn } from '../platform/wallClock.ts'
import type { Db } from '../platform/database.ts'
import { checkSheet, checkType, logEntry, person, printer } from '../platform/tables.ts'
import { entriesOf } from '../logbook/logPage.ts'
import { noticesOn } from './notices.ts'

const mostEntries = 300
/** Counts and single steps tell the next one nothing that the Floor does not. */
const leftOut = ['record-step', 'confirm-cautions', 'begin-check', 'log-enclosure', 'count-hours', 'report-fault']

/** What changed since somebody's last shift, what is open, and what was promised. */
export async function handover(
  db: Db,
  of: { reader: Person; now: Date; timeZone: string; since: Date | null },
): Promise<Handover> {
  const { reader, now, timeZone } = of
  const [since, sinceIs] = of.since ? ([of.since, 'as asked'] as const) : await lastShift(db, reader.id, now, timeZone)
  const today = dayIn(timeZone)(now)
  const [notices, faults, promises, duties, holds, checksOpen, rows, counted] = await Promise.all([
    noticesOn(db, today),
    allOpenFaults(db),
    madeDuties(db, { promises: true }),
    madeDuties(db),
    db
      .select({ row: printer, stop: stopColumn })
      .from(printer)
      .where(and(isNull(printer.retiredReason), or(isNotNull(printer.holdReason), sql`${stopColumn} IS NOT NULL`)))
      .orderBy(asc(printer.rack), asc(printer.place)),
    db
      .select({ row: checkSheet, printer: printer.name, check: checkType.name, by: person.displayName })
      .from(checkSheet)
      .innerJoin(printer, eq(printer.id, checkSheet.printerId))
      .innerJoin(checkType, eq(checkType.id, checkSheet.checkTypeId))
      .innerJoin(person, eq(person.id, checkSheet.begunBy))
      .where(isNull(checkSheet.outcome))
      .orderBy(asc(checkSheet.begunAt)),
    db.select().from(logEntry).where(happened(since, now)).orderBy(desc(logEntry.seq)).limit(mostEntries),
    db
      .select({ lines: sql<number>`count(*)::int` })
      .from(logEntry)
      .where(happened(since, now)),
  ])
  const entries = await entriesOf(db, rows.reverse(), reader)
  const groups = new Map<string, Handover['changed'][number]>()
  for (const entry of entries) {
    const key = entry.printer?.id ?? ''
    const group = groups.get(key) ?? { printer: entry.printer, entries: [] }
    groups.set(key, group)
    group.entries.push(entry)
  }
  return {
    since: since.toISOString(),
    until: now.toISOString(),
    sinceIs,
    notices,
    faults,
    promises,
    duties: duties.filter(({ promiseOf }) => promiseOf === null),
    holds: holds.flatMap(({ row, stop }) => {
      const out = outOf({ ...row, stop })
      if (!out) return []
      return {
        printerId: row.id,
        name: row.name,
        place: `${row.rack}${row.place}`,
        state: out.state,
        reason: out.why,
        since: outSince(out, { stop, heldAt: row.heldAt })?.toISOString() ?? null,
      }
    }),
    checksOpen: checksOpen.map(({ row, printer: name, check, by }) => ({
      sheetId: row.id,
      printer: { id: row.printerId, name },
      check,
      by,
      at: row.begunAt.toISOString(),
    })),
    changed: [...groups.values()].sort((a, b) => (a.printer?.name ?? 'zzz').localeCompare(b.printer?.name ?? 'zzz')),
    more: Math.max(0, given(counted[0]).lines - rows.length),
  }
}

function happened(since: Date, now: Date) {
  return and(
    gt(logEntry.at, since),
    lte(logEntry.at, now),
    // Nothing is told before it happened, but for clocks that run ahead: that keeps the search to the young end of the book.
    gt(logEntry.recordedAt, new Date(since.getTime() - clocksApartMs)),
    notInArray(logEntry.kind, leftOut),
  )
}
const clocksApartMs = 3600_000

async function lastShift(db: Db, personId: string, now: Date, timeZone: string) {
  const [who] = await db.select().from(person).where(eq(person.id, personId))
  const end = who && lastShiftEnd(shiftsOf(who), localMoment(timeZone, now))
  if (!end) return [new Date(now.getTime() - dayMs), 'a day ago'] as const
  const midnight = zonedMoment(timeZone, Date.parse(end.day))
  return [new Date(midnight + end.minute * 60_000), 'end of your last shift'] as const
}
