import { given } from '@diatribon/core'
import { and, asc, eq, gt, isNull, ne } from 'drizzle-orm'
import type { ImportKind } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { fitting, logEntry, partType, printer, printerModel, slot, usage } from '../platform/tables.ts'

const pageSize = 5000

type Rows = Record<string, unknown>[]

/** What an import brings in, the other way: rows under our own column names, in pages. */
export function exportRows(db: Db, kind: ImportKind): AsyncGenerator<Rows> {
  switch (kind) {
    case 'printers':
      return printerRows(db)
    case 'usage':
      return usageRows(db)
    case 'part-changes':
      return changeRows(db)
    case 'part-ages':
      return ageRows(db)
  }
}

async function* printerRows(db: Db): AsyncGenerator<Rows> {
  const rows = await db
    .select({ row: printer, make: printerModel.make, model: printerModel.name, takenIn: usage.at })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .innerJoin(usage, and(eq(usage.printerId, printer.id), eq(usage.kind, 'take-in')))
    .orderBy(asc(printer.name))
  yield rows.map(({ row: { name, room, rack, place, takenInHours }, make, model, takenIn }) => ({
    name,
    make,
    model,
    room,
    rack,
    place,
    takenIn: takenIn.toISOString(),
    meterHours: takenInHours,
  }))
}

/** Of parts that printers came with, where it is known. */
async function* ageRows(db: Db): AsyncGenerator<Rows> {
  yield await db
    .select({ printer: printer.name, slot: slot.name, partHours: fitting.beforeHours })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(usage, and(eq(usage.seq, fitting.fittedSeq), eq(usage.kind, 'take-in')))
    .where(and(isNull(fitting.takenBackSeq), eq(fitting.ageIsKnown, true)))
    .orderBy(asc(printer.name), asc(slot.position))
}

/** Meter readings and jobs; what was told in other ways is in the book. */
async function* usageRows(db: Db): AsyncGenerator<Rows> {
  for (let after = 0; ;) {
    const rows = await db
      .select({ row: usage, printer: printer.name, payload: logEntry.payload })
      .from(usage)
      .innerJoin(printer, eq(printer.id, usage.printerId))
      .innerJoin(logEntry, eq(logEntry.seq, usage.seq))
      .where(and(isNull(usage.takenBackSeq), ne(usage.kind, 'take-in'), gt(usage.seq, after)))
      .orderBy(asc(usage.seq))
      .limit(pageSize)
    if (rows.length === 0) return
    yield rows
      .filter(({ row: { kind } }) => kind === 'meter' || kind === 'job')
      .map(({ row, printer, payload }) => ({
        printer,
        at: row.at.toISOString(),
        meterHours: row.meterHours,
        meterReset: row.meterHours === null ? null : row.meterBeganAt === 0 ? 'yes' : 'no',
        hours: row.kind === 'job' ? row.hours : null,
        metres: row.kind === 'job' ? row.metres : null,
        abrasive: row.kind === 'job' ? (row.abrasive ? 'yes' : 'no') : null,
        outcome: payload.outcome ?? null,
        name: payload.name ?? null,
      }))
    after = given(rows[rows.length - 1]).row.seq
  }
}

async function* changeRows(db: Db): AsyncGenerator<Rows> {
  for (let after = 0; ;) {
    const rows = await db
      .select({
        seq: fitting.removedSeq,
        at: fitting.removedAt,
        printer: printer.name,
        slot: slot.name,
        slotId: fitting.slotId,
        reason: fitting.removalReason,
        payload: logEntry.payload,
      })
      .from(fitting)
      .innerJoin(printer, eq(printer.id, fitting.printerId))
      .innerJoin(slot, eq(slot.id, fitting.slotId))
      .innerJoin(logEntry, eq(logEntry.seq, fitting.removedSeq))
      .where(and(isNull(fitting.takenBackSeq), gt(fitting.removedSeq, after)))
      .orderBy(asc(fitting.removedSeq))
      .limit(pageSize)
    if (rows.length === 0) return
    const came = await db
      .select({ seq: fitting.fittedSeq, slotId: fitting.slotId, part: partType.name })
      .from(fitting)
      .innerJoin(partType, eq(partType.id, fitting.partTypeId))
      .where(and(isNull(fitting.takenBackSeq), gt(fitting.fittedSeq, after)))
    const partOf = new Map(came.map(({ seq, slotId, part }) => [`${seq} ${slotId}`, part]))
    yield rows.flatMap(({ seq, at, printer, slot, slotId, reason, payload }) => {
      const part = partOf.get(`${seq} ${slotId}`)
      return part ? [{ printer, at: given(at).toISOString(), slot, reason, part, note: payload.note ?? null }] : []
    })
    after = given(given(rows[rows.length - 1]).seq)
  }
}
