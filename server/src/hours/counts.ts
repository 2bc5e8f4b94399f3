import { dayMs, given } from '@diatribon/core'
import { and, desc, eq, isNull, lt, or } from 'drizzle-orm'
import type { ActionKindName, Counts } from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'
import { actionOf } from '../actions/pieces/logRow.ts'
import { namesFor } from '../logbook/names.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { logEntry, printer, usage } from '../platform/tables.ts'
import { gapsOf } from './gapsOf.ts'

const pageSize = 40

/** Where a page of counts ended: entries of one moment are told apart by their number. */
export interface CountsBefore {
  at: Date
  seq: number
}

const beforeOf = ({ at, seq }: CountsBefore) => `${at.getTime()}.${seq}`
const olderThan = ({ at, seq }: CountsBefore) => or(lt(usage.at, at), and(eq(usage.at, at), lt(usage.seq, seq)))

/** Every piece of evidence of a printer, newest first, with the gap of each meter reading to what jobs claimed before it. */
export async function counts(db: Db, printerId: string, before: CountsBefore | null, now: Date): Promise<Counts> {
  const [row] = await db.select().from(printer).where(eq(printer.id, printerId))
  if (!row) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  const inForce = and(eq(usage.printerId, printerId), isNull(usage.takenBackSeq))
  // One page and as far beyond as the meter reading before its last one, to know the window of each.
  const rows = await db
    .select({ row: usage, entry: logEntry })
    .from(usage)
    .innerJoin(logEntry, eq(logEntry.seq, usage.seq))
    .where(and(inForce, before ? olderThan(before) : undefined))
    .orderBy(desc(usage.at), desc(usage.seq))
    .limit(pageSize * 4)
  const gaps = gapsOf(rows.map(({ row }) => row))
  const page = rows.slice(0, pageSize)
  const names = await namesFor(
    db,
    page.map(({ entry }) => entry),
  )
  const [first] = await db
    .select({ at: usage.at })
    .from(usage)
    .where(and(inForce, eq(usage.kind, 'take-in')))
  return {
    totals: {
      hours: row.hours,
      prints: row.prints,
      metres: row.metres,
      abrasiveMetres: row.abrasiveMetres,
      days: first ? (now.getTime() - first.at.getTime()) / dayMs : 0,
    },
    counts: page.map(({ row: u, entry }, i) => ({
      seq: u.seq,
      key: entry.key,
      kind: u.kind,
      from: u.fromAt.toISOString(),
      at: u.at.toISOString(),
      meterHours: u.meterHours,
      meterBeganAt: u.meterBeganAt,
      hours: u.hours,
      prints: u.prints,
      metres: u.metres,
      abrasive: u.abrasive,
      words: kindOf(entry.kind as ActionKindName).words(actionOf(entry), names),
      who: names.person(entry.personId),
      gapHours: gaps[i] ?? null,
      explanation: u.explanation,
    })),
    next: rows.length > pageSize ? beforeOf(given(page[page.length - 1]).row) : null,
  }
}
