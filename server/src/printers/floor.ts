import { and, asc, eq, isNull, sql } from 'drizzle-orm'
import type { Floor, FloorPrinter, PrinterLine, PrinterName } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { fault, keptFigure, printer, printerModel } from '../platform/tables.ts'
import { stateOf, stopColumn } from '../rules/printerState.ts'

const nameFields = {
  id: printer.id,
  name: printer.name,
  make: printerModel.make,
  model: printerModel.name,
  modelId: printer.modelId,
  room: printer.room,
  rack: printer.rack,
  place: printer.place,
  holdReason: printer.holdReason,
  stop: stopColumn,
  retiredReason: printer.retiredReason,
  takingIn: printer.takingIn,
  meterHours: printer.meterHours,
  countedAt: printer.countedAt,
}
const walkingOrder = [asc(printer.rack), asc(printer.room), asc(printer.place)]

type NameRow = Omit<PrinterName, 'state' | 'countedAt'> & {
  retiredReason: string | null
  takingIn: boolean
  countedAt: Date
}

function nameOf({ retiredReason, takingIn, countedAt, ...row }: NameRow): PrinterName {
  return {
    ...row,
    state: stateOf({ ...row, retiredReason, takingIn }),
    holdReason: retiredReason ?? row.holdReason,
    countedAt: countedAt.toISOString(),
  }
}

/** All printers by name, retired ones when asked for. */
export async function printerNames(db: Db, withRetired: boolean): Promise<PrinterName[]> {
  const rows = await db
    .select(nameFields)
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(withRetired ? undefined : isNull(printer.retiredReason))
    .orderBy(...walkingOrder)
  return rows.map(nameOf)
}

/** Of a printer of which nothing is kept yet. */
const nothingKept: Omit<PrinterLine, 'perDay'> = {
  hoursPerDay: null,
  worst: null,
  next: null,
  overdueCount: 0,
  checksDue: 0,
}

/** All printers by room and rack, each with its line as it is kept. */
export async function floor(db: Db): Promise<Omit<Floor, 'fresh'>> {
  // Holds, stops and faults are read here and now; only what falls due is kept.
  const rows = await db
    .select({
      ...nameFields,
      runHours: printer.hours,
      // What the Floor does not show stays where it is.
      openFaults: sql<number>`(SELECT count(*)::int FROM ${fault} f WHERE f.printer_id = ${printer.id} AND f.closed_seq IS NULL)`,
      line: sql<Omit<
        PrinterLine,
        'perDay'
      > | null>`${keptFigure.result} - 'perDay' - 'mark' - 'openFaults' - 'saysStop'`,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .leftJoin(keptFigure, and(eq(keptFigure.figure, 'due'), eq(keptFigure.about, printer.id)))
    .where(isNull(printer.retiredReason))
    .orderBy(...walkingOrder)
  const racks = new Map<string, Floor['racks'][number]>()
  for (const { line, runHours, openFaults, ...row } of rows) {
    const one: FloorPrinter = {
      ...nameOf(row),
      runHours,
      ...(line ?? nothingKept),
      openFaults,
      isKnown: line !== null,
    }
    const key = `${row.room}\n${row.rack}`
    const rack = racks.get(key) ?? { room: row.room, rack: row.rack, printers: [] }
    racks.set(key, rack)
    rack.printers.push(one)
  }
  return { racks: [...racks.values()] }
}
