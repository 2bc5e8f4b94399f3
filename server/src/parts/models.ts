import { asc, count, eq } from 'drizzle-orm'
import type { PrinterModel } from '@diatribon/contract'
import type { Db } from '../platform/database.ts'
import { printer, printerModel } from '../platform/tables.ts'

/** The printer models of the catalogue. */
export async function models(db: Db): Promise<PrinterModel[]> {
  const rows = await db
    .select({ row: printerModel, printers: count(printer.id) })
    .from(printerModel)
    .leftJoin(printer, eq(printer.modelId, printerModel.id))
    .groupBy(printerModel.id)
    .orderBy(asc(printerModel.make), asc(printerModel.name))
  return rows.map(({ row: { siteId: _, ...shown }, printers }) => ({ ...shown, printers }))
}
