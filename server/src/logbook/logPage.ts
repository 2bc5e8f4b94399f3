import { dayMs, given } from '@diatribon/core'
import { and, asc, desc, eq, gte, inArray, isNotNull, lt, notInArray, or, sql, type SQL } from 'drizzle-orm'
import {
  type ActionKindName,
  type Correction,
  type LogEntry,
  type LogPage,
  type LogQuery,
  type Person,
  zonedMoment,
} from '@diatribon/contract'
import { kindOf } from '../actions/index.ts'
import type { Db } from '../platform/database.ts'
import { logEntry, noteLink, readMark } from '../platform/tables.ts'
import { hasWords } from './findWords.ts'
import { actionOf, recordedOf, type LogRow } from '../actions/pieces/logRow.ts'
import { namesFor } from './names.ts'
import { mayAmend } from '../rules/mayAmend.ts'

const usualLimit = 50
/** Told in one line by the check that they belong to, or too many to read: shown only when asked for. */
const singleSteps = ['record-step', 'confirm-cautions', 'begin-check', 'log-enclosure']

/** A page of the book, newest entries first; the next page begins below the last number of this one. */
export async function logPage(
  db: Db,
  query: LogQuery,
  { reader, timeZone }: { reader: Person; timeZone: string },
): Promise<LogPage> {
  const limit = query.limit ?? usualLimit
  const rows = await db
    .select()
    .from(logEntry)
    .where(
      and(
        ...conditions(query, reader.id, timeZone),
        query.printer ? await isAbout(db, query.printer) : undefined,
        await hasWords(db, query.search, query.partType),
      ),
    )
    .orderBy(desc(logEntry.seq))
    .limit(limit + 1)
  const page = rows.slice(0, limit)
  const [mark] = await db.select().from(readMark).where(eq(readMark.personId, reader.id))
  return {
    entries: await entriesOf(db, page, reader),
    next: rows.length > limit ? given(page[page.length - 1]).seq : null,
    readUpTo: mark?.seq ?? null,
  }
}

function conditions(query: LogQuery, readerId: string, timeZone: string): (SQL | undefined)[] {
  const { kind, steps, before, person, from, until, forMe, seq } = query
  const day = (of: string, plus: number) => new Date(zonedMoment(timeZone, Date.parse(of) + plus * dayMs))
  return [
    kind ? eq(logEntry.kind, kind) : steps || seq ? undefined : notInArray(logEntry.kind, singleSteps),
    before ? lt(logEntry.seq, before) : undefined,
    seq ? eq(logEntry.seq, seq) : undefined,
    person ? eq(logEntry.personId, person) : undefined,
    from ? gte(logEntry.at, day(from, 0)) : undefined,
    until ? lt(logEntry.at, day(until, 1)) : undefined,
    forMe
      ? sql`${logEntry.seq} IN (SELECT ${noteLink.seq} FROM ${noteLink} WHERE ${noteLink.personId} = ${readerId})`
      : undefined,
  ]
}

/** Entries of a printer, and of parts that came to it: those are kept with the printer that they left. */
async function isAbout(db: Db, printerId: string): Promise<SQL | undefined> {
  const came = await db
    .select({ seq: logEntry.seq })
    .from(logEntry)
    .where(and(eq(logEntry.kind, 'move-part'), sql`${logEntry.payload}->>'toPrinterId' = ${printerId}`))
  const own = eq(logEntry.printerId, printerId)
  if (came.length === 0) return own
  return or(
    own,
    inArray(
      logEntry.seq,
      came.map(({ seq }) => seq),
    ),
  )
}

/** Lines of the book as a reader sees them, in the order given. */
export async function entriesOf(db: Db, page: LogRow[], reader: Person): Promise<LogEntry[]> {
  const seqs = page.map(({ seq }) => seq)
  if (seqs.length === 0) return []
  const links = await db
    .select()
    .from(noteLink)
    .where(sql`${inArray(noteLink.seq, seqs)} OR ${inArray(noteLink.toSeq, seqs)}`)
  const others = [
    ...page.flatMap(({ amendsSeq }) => amendsSeq ?? []),
    ...links.flatMap(({ seq, toSeq }) => (toSeq === null ? [] : [seq, toSeq])),
  ]
  const around =
    others.length > 0
      ? await db
          .select()
          .from(logEntry)
          .where(inArray(logEntry.seq, [...new Set(others)]))
      : []
  const amendments = await db
    .select()
    .from(logEntry)
    .where(and(isNotNull(logEntry.amendsSeq), inArray(logEntry.amendsSeq, [...seqs, ...others])))
    .orderBy(asc(logEntry.seq))
  const names = await namesFor(
    db,
    [...page, ...around, ...amendments],
    links.flatMap(({ personId }) => personId ?? []),
  )
  const words = (row: LogRow) => kindOf(row.kind as ActionKindName).words(actionOf(row), names)
  const at = (seq: number) => around.find((row) => row.seq === seq)
  return page.map((row): LogEntry => {
    const kind = kindOf(row.kind as ActionKindName)
    const own = amendments.filter(({ amendsSeq }) => amendsSeq === row.seq)
    const original = row.amendsSeq === null ? undefined : at(row.amendsSeq)
    const printerId = row.printerId ?? original?.printerId
    const takenBack = own.some(({ payload }) => payload.takeBack === true)
    const mayAmendIt = Boolean(kind.amend) && !takenBack && mayAmend(reader, row)
    const answered = links.find(({ seq, toSeq }) => seq === row.seq && toSeq !== null)
    const answeredRow = answered && at(given(answered.toSeq))
    return {
      ...recordedOf(row),
      printer: printerId ? { id: printerId, name: names.printer(printerId) } : null,
      person: { id: row.personId, displayName: names.person(row.personId) },
      summary: words(row),
      note: row.kind !== 'note' && row.kind !== 'release-printer' ? ((row.payload.note as string) ?? null) : null,
      photos: ['photos', 'photosBefore', 'photosAfter'].flatMap((name) => (row.payload[name] as string[]) ?? []),
      mentions: links.flatMap(({ seq, personId }) => (seq === row.seq && personId ? names.person(personId) : [])),
      answers: answeredRow ? { seq: answeredRow.seq, summary: words(answeredRow) } : null,
      replies: links
        .filter(({ toSeq }) => toSeq === row.seq)
        .flatMap(({ seq }) => at(seq) ?? [])
        .sort((a, b) => a.seq - b.seq)
        .map((reply) => ({
          seq: reply.seq,
          summary: words(reply),
          displayName: names.person(reply.personId),
          at: reply.at.toISOString(),
        })),
      amendments: own.map((a) => ({
        seq: a.seq,
        summary: words(a),
        displayName: names.person(a.personId),
        at: a.at.toISOString(),
        takesBack: a.payload.takeBack === true,
      })),
      amends: original ? { seq: original.seq, summary: words(original) } : null,
      correctable: kind.correctable ? corrected(kind.correctable(actionOf(row)), own) : null,
      mayAmend: mayAmendIt,
      mayTakeBack: mayAmendIt && kind.isOnlyCorrected === undefined,
    }
  })
}

/** What stands after all corrections so far, later ones over earlier ones. */
function corrected(first: Correction, amendments: LogRow[]): Correction {
  return amendments
    .map(({ payload }) => (payload.correction ?? {}) as Correction)
    .reduce(
      (before, one) => ({
        ...before,
        ...one,
        ...(one.partHours ? { partHours: { ...before.partHours, ...one.partHours } } : {}),
      }),
      first,
    )
}
