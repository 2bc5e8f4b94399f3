import { and, inArray, isNull, or, isNotNull, sql } from 'drizzle-orm'
import type { OutOfUse, PrinterSpot } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { printer } from '../platform/tables.ts'
import { outOf, stopColumn } from './printerState.ts'

/** Printers that are stopped or on hold, and why. Read as it is asked for and never kept. @param ids left out: of all */
export async function outOfUse(db: Db, ids?: readonly string[]): Promise<Map<string, OutOfUse>> {
  if (ids?.length === 0) return new Map()
  const rows = await db
    .select({ id: printer.id, holdReason: printer.holdReason, takingIn: printer.takingIn, stop: stopColumn })
    .from(printer)
    .where(
      and(
        isNull(printer.retiredReason),
        ids && inArray(printer.id, [...ids]),
        or(isNotNull(printer.holdReason), sql`${stopColumn} IS NOT NULL`),
      ),
    )
  return new Map(
    rows.flatMap((row) => {
      const out = outOf(row)
      return out ? [[row.id, out] as const] : []
    }),
  )
}

/** What is kept about a printer, with what holds of it now. */
export const asItStands = <Item extends { printer: PrinterSpot }>(item: Item, out: Map<string, OutOfUse>): Item => ({
  ...item,
  printer: { ...item.printer, out: out.get(item.printer.id) ?? null },
})
