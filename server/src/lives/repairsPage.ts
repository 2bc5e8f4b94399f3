import { asc, eq, isNull, sql } from 'drizzle-orm'
import type { Freshness, RepairsPage } from '@diatribon/contract'
import { keptResults } from '../kept/keptResults.ts'
import type { Db } from '../platform/database.ts'
import { printer, printerModel } from '../platform/tables.ts'
import type { PrinterRepairTimes } from './repairsFigure.ts'
import { repairsOf, type WatchedPrinter } from './repairsSums.ts'

/** Up to so many repairs the sums take a few milliseconds. */
const repairsHere = 400

/**
 * Repairs of every printer over its running hours.
 * @param beside works the sums out beside the thread that answers requests
 */
export async function repairsPage(
  db: Db,
  fresh: Freshness,
  beside: (watched: WatchedPrinter[]) => Promise<Omit<RepairsPage, 'fresh'>>,
): Promise<RepairsPage> {
  const printers = await db
    .select({
      id: printer.id,
      name: printer.name,
      model: sql<string>`trim(${printerModel.make} || ' ' || ${printerModel.name})`,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(isNull(printer.retiredReason))
    .orderBy(asc(printer.name))
  const kept = await keptResults<PrinterRepairTimes>(db, 'repairs')
  const watched = printers.flatMap((one) => {
    const found = kept.get(one.id)
    return found ? [{ ...one, unit: { id: one.name, ...found } }] : []
  })
  const repairs = watched.reduce((sum, { unit }) => sum + unit.events.length, 0)
  return { ...(repairs <= repairsHere ? repairsOf(watched) : await beside(watched)), fresh }
}
