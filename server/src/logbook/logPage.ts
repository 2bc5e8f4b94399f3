import { and, asc, desc, eq, inArray, lt } from 'drizzle-orm'
import {
  mayDo,
  type ActionKindName,
  type LogEntry,
  type LogPage,
  type LogQuery,
  type Person,
} from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'
import type { Db } from '../platform/database.ts'
import { logEntry } from '../platform/tables.ts'
import { actionOf, recordedOf, type LogRow } from './logRow.ts'
import { namesFor } from './names.ts'

const usualLimit = 50

/** A page of the book, newest entries first; the next page begins below the last number of this one. */
export async function logPage(db: Db, query: LogQuery, reader: Person): Promise<LogPage> {
  const limit = query.limit ?? usualLimit
  const rows = await db
    .select()
    .from(logEntry)
    .where(
      and(
        query.printer ? eq(logEntry.printerId, query.printer) : undefined,
        query.kind ? eq(logEntry.kind, query.kind) : undefined,
        query.before ? lt(logEntry.seq, query.before) : undefined,
      ),
    )
    .orderBy(desc(logEntry.seq))
    .limit(limit + 1)
  const page = rows.slice(0, limit)
  const amended = page.flatMap(({ amendsSeq }) => amendsSeq ?? [])
  const originals = amended.length > 0 ? await db.select().from(logEntry).where(inArray(logEntry.seq, amended)) : []
  const seqs = page.map(({ seq }) => seq)
  const amendments =
    seqs.length > 0
      ? await db.select().from(logEntry).where(inArray(logEntry.amendsSeq, seqs)).orderBy(asc(logEntry.seq))
      : []
  const all = [...page, ...originals, ...amendments]
  const names = await namesFor(db, all)
  const words = (row: LogRow) => kindOf(row.kind as ActionKindName).words(actionOf(row), names)
  const entries = page.map((row): LogEntry => {
    const kind = kindOf(row.kind as ActionKindName)
    const own = amendments.filter(({ amendsSeq }) => amendsSeq === row.seq)
    const original = originals.find(({ seq }) => seq === row.amendsSeq)
    const printerId = row.printerId ?? original?.printerId
    const takenBack = own.some(({ payload }) => payload.takeBack === true)
    return {
      ...recordedOf(row),
      printer: printerId ? { id: printerId, name: names.printer(printerId) } : null,
      person: { id: row.personId, displayName: names.person(row.personId) },
      summary: words(row),
      note: row.kind !== 'note' && row.kind !== 'release-printer' ? ((row.payload.note as string) ?? null) : null,
      amendments: own.map((a) => ({
        seq: a.seq,
        summary: words(a),
        displayName: names.person(a.personId),
        at: a.at.toISOString(),
        takesBack: a.payload.takeBack === true,
      })),
      amends: original ? { seq: original.seq, summary: words(original) } : null,
      correctable: kind.correctable ? { ...kind.correctable(actionOf(row)), ...corrections(own) } : null,
      mayAmend:
        Boolean(kind.amend) &&
        !takenBack &&
        mayDo(reader.role, row.personId === reader.id ? 'amend own entries' : 'amend any entry'),
    }
  })
  return { entries, next: rows.length > limit ? page[page.length - 1]!.seq : null }
}

/** What stands after all corrections so far, later ones over earlier ones. */
function corrections(amendments: LogRow[]): object {
  return Object.assign({}, ...amendments.map(({ payload }) => payload.correction ?? {})) as object
}
