import { lentOut } from '../rules/lentOut.ts'
import { outOfUse } from '../rules/outOfUse.ts'
import { spotOf } from '../rules/spot.ts'
import { and, asc, count, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import type { PrinterFault, MadeDuty, OpenFault, Role } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { duty, fault, person, printer, symptom, workSpan } from '../platform/tables.ts'

/** A fault with the names that its line needs. */
export const faultFields = {
  row: fault,
  who: person.displayName,
  symptomName: sql<string | null>`${symptom.content}->>'name'`,
  whoIs: person.role,
  lifter: sql<string | null>`(SELECT p.display_name FROM person p WHERE p.id = ${fault.liftedBy})`,
}

export function openFaultOf(of: {
  row: typeof fault.$inferSelect
  who: string
  symptomName: string | null
  whoIs: Role
  lifter: string | null
}): OpenFault {
  const { row, who, symptomName, whoIs, lifter } = of
  return {
    id: row.id,
    symptom: row.symptom,
    known: row.symptomId && symptomName ? { id: row.symptomId, name: symptomName } : null,
    mayGoOn: row.mayGoOn,
    stops: !row.mayGoOn && row.liftedSeq === null && row.closedSeq === null,
    byVisitor: whoIs === 'visitor',
    lifted: row.liftedAt
      ? { who: lifter ?? 'unknown person', at: row.liftedAt.toISOString(), reason: row.liftedReason ?? '' }
      : null,
    at: row.reportedAt.toISOString(),
    who: row.reporter ? `${row.reporter} (${who})` : who,
    photos: row.photos,
  }
}

/** Faults of a printer that are not closed, oldest first. */
export async function openFaults(db: Db, printerId: string): Promise<OpenFault[]> {
  const rows = await db
    .select(faultFields)
    .from(fault)
    .innerJoin(person, eq(person.id, fault.reportedBy))
    .leftJoin(symptom, eq(symptom.id, fault.symptomId))
    .where(and(eq(fault.printerId, printerId), isNull(fault.closedSeq)))
    .orderBy(asc(fault.reportedAt))
  return rows.map(openFaultOf)
}

/** All faults that are not closed: those that say stop first, then the oldest. */
export async function allOpenFaults(db: Db): Promise<PrinterFault[]> {
  const rows = await db
    .select({ ...faultFields, printer })
    .from(fault)
    .innerJoin(person, eq(person.id, fault.reportedBy))
    .innerJoin(printer, eq(printer.id, fault.printerId))
    .leftJoin(symptom, eq(symptom.id, fault.symptomId))
    .where(and(isNull(fault.closedSeq), isNull(printer.retiredReason)))
    .orderBy(sql`${fault.mayGoOn} OR ${fault.liftedSeq} IS NOT NULL`, asc(fault.reportedAt))
  const out = await outOfUse(db)
  const atIt = await db
    .select({ printerId: workSpan.printerId, who: person.displayName })
    .from(workSpan)
    .innerJoin(person, eq(person.id, workSpan.personId))
    .where(isNull(workSpan.untilAt))
  const waits = await db
    .selectDistinctOn([workSpan.faultId], { faultId: workSpan.faultId, waitingFor: workSpan.waitingFor })
    .from(workSpan)
    .innerJoin(fault, eq(fault.id, workSpan.faultId))
    .where(and(isNull(fault.closedSeq), isNotNull(workSpan.untilAt)))
    .orderBy(workSpan.faultId, desc(workSpan.seq))
  return rows.map(({ printer: of, ...one }) => {
    const here = atIt.filter(({ printerId }) => printerId === of.id).map(({ who }) => who)
    return {
      ...openFaultOf(one),
      printer: spotOf(of, out.get(of.id)),
      atIt: here,
      waitingFor: here.length > 0 ? null : (waits.find(({ faultId }) => faultId === one.row.id)?.waitingFor ?? null),
    }
  })
}

/** How many faults each printer has that are not closed. */
export async function openFaultCounts(db: Db, printerIds: string[]): Promise<Map<string, number>> {
  const rows = await db
    .select({ printerId: fault.printerId, open: count() })
    .from(fault)
    .where(and(isNull(fault.closedSeq), inArray(fault.printerId, printerIds)))
    .groupBy(fault.printerId)
  return new Map(rows.map(({ printerId, open }) => [printerId, open]))
}

/** Duties that people made and nobody has settled, soonest first; promises alone when asked for. */
export async function madeDuties(
  db: Db,
  { printerId, promises, inHouse }: { printerId?: string; promises?: boolean; inHouse?: boolean } = {},
): Promise<MadeDuty[]> {
  const rows = await db
    .select({ row: duty, who: person.displayName, printer, fixed: fault.symptom })
    .from(duty)
    .innerJoin(person, eq(person.id, duty.madeBy))
    .innerJoin(printer, eq(printer.id, duty.printerId))
    .leftJoin(fault, eq(fault.id, duty.promiseOf))
    .where(
      and(
        isNull(duty.settledSeq),
        isNull(printer.retiredReason),
        printerId ? eq(duty.printerId, printerId) : undefined,
        promises ? isNotNull(duty.promiseOf) : undefined,
      ),
    )
    .orderBy(asc(duty.dueDate), asc(duty.madeSeq))
  const lent = inHouse ? await lentOut(db) : new Set<string>()
  const out = await outOfUse(db)
  return rows
    .filter(({ row }) => !lent.has(row.printerId))
    .map(({ row, who, printer: of, fixed }) => ({
      id: row.id,
      printer: spotOf(of, out.get(of.id)),
      words: row.what,
      dueDate: row.dueDate,
      dueRunHours: row.dueRunHours,
      runHours: of.hours,
      promiseOf: row.promiseOf ? { faultId: row.promiseOf, words: fixed ?? '' } : null,
      at: row.madeAt.toISOString(),
      who,
    }))
}

/** Who is at work on a printer now. */
export async function atWork(db: Db, printerId: string) {
  const rows = await db
    .select({ row: workSpan, who: person.displayName })
    .from(workSpan)
    .innerJoin(person, eq(person.id, workSpan.personId))
    .where(and(eq(workSpan.printerId, printerId), isNull(workSpan.untilAt)))
    .orderBy(asc(workSpan.fromAt))
  return rows.map(({ row, who }) => ({
    personId: row.personId,
    who,
    since: row.fromAt.toISOString(),
    faultId: row.faultId,
  }))
}
