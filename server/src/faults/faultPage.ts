import { and, asc, desc, eq, gte, inArray, isNull, ne } from 'drizzle-orm'
import { printerStates, type FaultPage, type FaultStep, type Person } from '@diatribon/contract'
import { entriesOf } from '../logbook/logPage.ts'
import { mayDoFor } from '../rules/mayDo.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import {
  cause,
  fault,
  faultStep,
  fitting,
  logEntry,
  partType,
  person,
  printer,
  slot,
  symptom,
  workSpan,
} from '../platform/tables.ts'
import { ageIsKnown, partAge } from '../rules/partAge.ts'
import { diagnose, type FittedPart } from './diagnose.ts'
import { kindOfPrinter, knowledge, knowledgeFor } from './knowledge.ts'
import { faultFields, openFaultOf } from './openFaults.ts'
import { outOf, stateOf, stopColumn } from '../rules/printerState.ts'

const partKinds = ['swap-part', 'swap-kit', 'move-part']
const mostParts = 30

/** The desk of one fault: what it may be, what was tried, what comes next. */
export async function faultPage(
  db: Db,
  id: string,
  { reader, now }: { reader: Person; now: Date },
): Promise<FaultPage> {
  const [found] = await db
    .select({ ...faultFields, printer, stop: stopColumn, causeContent: cause.content })
    .from(fault)
    .innerJoin(person, eq(person.id, fault.reportedBy))
    .innerJoin(printer, eq(printer.id, fault.printerId))
    .leftJoin(symptom, eq(symptom.id, fault.symptomId))
    .leftJoin(cause, eq(cause.id, fault.causeId))
    .where(eq(fault.id, id))
  if (!found) throw new Refusal(404, 'not-there', 'There is no fault with this id.')
  const { row, printer: of, stop, causeContent } = found
  const [known, steps, mayDo, work, fitted, sisters, parts, reports] = await Promise.all([
    kindOfPrinter(db, of).then(async (kind) => knowledgeFor(await knowledge(db), kind)),
    stepsDone(db, id),
    mayDoFor(db, reader, now),
    workOn(db, row),
    fittedOn(db, of.id, now),
    db
      .select({ row: printer, stop: stopColumn })
      .from(printer)
      .where(and(eq(printer.modelId, of.modelId), ne(printer.id, of.id), isNull(printer.retiredReason)))
      .orderBy(asc(printer.rack), asc(printer.place)),
    db
      .select()
      .from(logEntry)
      .where(
        and(
          eq(logEntry.printerId, of.id),
          inArray(logEntry.kind, partKinds),
          gte(logEntry.at, row.reportedAt),
          ...(row.closedSeq === null ? [] : [ne(logEntry.seq, row.closedSeq)]),
        ),
      )
      .orderBy(desc(logEntry.seq))
      .limit(mostParts),
    db.select().from(logEntry).where(eq(logEntry.seq, row.reportedSeq)),
  ])
  const [report, ...entries] = await entriesOf(db, [...reports, ...parts], reader)
  const standing = entries.filter(
    ({ at, amendments }) =>
      (row.closedAt === null || Date.parse(at) <= row.closedAt.getTime()) && !amendments.some((a) => a.takesBack),
  )
  const takenBack = report?.amendments.find(({ takesBack }) => takesBack)
  const closer = row.closedBy
    ? (await db.select({ name: person.displayName }).from(person).where(eq(person.id, row.closedBy)))[0]
    : undefined
  return {
    fault: openFaultOf(found),
    printer: {
      id: of.id,
      name: of.name,
      place: `${of.rack}${of.place}`,
      state: stateOf({ ...of, stop }),
      holdReason: of.holdReason,
      out: outOf({ ...of, stop }),
      modelId: of.modelId,
    },
    runHours: of.hours,
    symptoms: known.symptoms,
    diagnosis: row.symptomId
      ? await diagnose(db, row, { known, steps, fitted, mayDo: (needed) => mayDo(needed, of.modelId) })
      : null,
    steps,
    partsChanged: standing
      .map(({ seq, summary, at, person: { displayName } }) => ({ seq, words: summary, at, who: displayName }))
      .reverse(),
    work,
    sisters: sisters
      .filter((sister) => printerStates[stateOf({ ...sister.row, stop: sister.stop })].mayRun)
      .map(({ row: sister }) => sister)
      .map((sister) => ({ id: sister.id, name: sister.name, place: `${sister.rack}${sister.place}` })),
    closed:
      row.closing && row.closedAt
        ? {
            at: row.closedAt.toISOString(),
            who: closer?.name ?? 'unknown person',
            cause: causeContent?.name ?? null,
            ...row.closing,
            photosBefore: row.closing.photosBefore ?? [],
            photosAfter: row.closing.photosAfter ?? [],
          }
        : null,
    takenBack: takenBack ? { at: takenBack.at, who: takenBack.displayName, words: takenBack.summary } : null,
    takeBackKey: row.closedSeq === null && report?.mayTakeBack ? report.key : null,
  }
}

async function stepsDone(db: Db, faultId: string): Promise<FaultStep[]> {
  const rows = await db
    .select({ row: faultStep, who: person.displayName })
    .from(faultStep)
    .innerJoin(person, eq(person.id, faultStep.personId))
    .where(and(eq(faultStep.faultId, faultId), isNull(faultStep.takenBackSeq)))
    .orderBy(asc(faultStep.seq))
  return rows.map(({ row: { id, kind, words, testId, causeId, outcome, note, minutes, at }, who }) => ({
    id,
    kind,
    words,
    testId,
    causeId,
    outcome,
    note,
    minutes,
    who,
    at: at.toISOString(),
  }))
}

/** What sits in the printer's slots. */
function fittedOn(db: Db, printerId: string, now: Date): Promise<FittedPart[]> {
  return db
    .select({
      slot: slot.name,
      slotKind: slot.kind,
      part: partType.name,
      clock: partType.agesBy,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
    })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .where(and(eq(fitting.printerId, printerId), isNull(fitting.removedAt), isNull(fitting.takenBackSeq)))
    .orderBy(asc(slot.position))
}

async function workOn(db: Db, of: typeof fault.$inferSelect): Promise<FaultPage['work']> {
  const rows = await db
    .select({ row: workSpan, who: person.displayName })
    .from(workSpan)
    .innerJoin(person, eq(person.id, workSpan.personId))
    .where(and(eq(workSpan.printerId, of.printerId), gte(workSpan.fromAt, of.reportedAt)))
    .orderBy(asc(workSpan.fromAt))
  return rows
    .filter(({ row }) => of.closedAt === null || row.fromAt <= of.closedAt)
    .map(({ row: { fromAt, untilAt, waitingFor }, who }) => ({
      who,
      from: fromAt.toISOString(),
      until: untilAt?.toISOString() ?? null,
      waitingFor,
    }))
}
