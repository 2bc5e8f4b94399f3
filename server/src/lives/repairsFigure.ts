import { and, asc, inArray, isNotNull, sql } from 'drizzle-orm'
import { countersAtSql } from '../rules/countersAtSql.ts'
import type { Figure } from '../kept/figure.ts'
import { groupBy } from '../platform/groupBy.ts'
import { fault, printer } from '../platform/tables.ts'

/** Repairs of one printer: running hours at each, from when faults were first written down, and how long it was watched. */
export interface PrinterRepairTimes {
  events: number[]
  end: number
}

export const repairsFigure: Figure<PrinterRepairTimes> = {
  name: 'repairs',
  async reckon({ db }, ids) {
    // Before anybody wrote faults down, none could be counted: each printer is watched from the first one of the book on.
    const [book] = await db
      .select({ first: sql<Date | null>`min(${fault.reportedAt})`.mapWith(fault.reportedAt) })
      .from(fault)
    const first = book?.first?.toISOString() ?? null
    const printers = await db
      .select({
        id: printer.id,
        from: printer.takenInHours,
        hours: printer.hours,
        then: first ? countersAtSql(printer.id, sql`${first}::timestamptz`) : sql<{ hours: number } | null>`null::json`,
      })
      .from(printer)
      .where(inArray(printer.id, ids))
    const faults = await db
      .select({ printerId: fault.printerId, hours: fault.reportedHours })
      .from(fault)
      .where(and(isNotNull(fault.closing), inArray(fault.printerId, ids)))
      .orderBy(asc(fault.reportedHours))
    const repairsOf = groupBy(faults, ({ printerId }) => printerId)
    return new Map(
      printers.map(({ id, from, hours, then }) => {
        const start = then?.hours ?? from
        const end = Math.max(1, hours - start)
        const events = (repairsOf.get(id) ?? []).map((one) => Math.min(end, Math.max(0, one.hours - start)))
        return [id, { result: { events, end }, holdsUntil: null }]
      }),
    )
  },
}
