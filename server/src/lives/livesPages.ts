import { and, desc, eq, isNull, sql } from 'drizzle-orm'
import type { LifePage, LifeSummary } from '@diatribon/contract'
import { kaplanMeier, recordOfFitting } from '@diatribon/core'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { fitting, partType, printer, site, slot } from '../platform/tables.ts'
import { replacementCosts, type Judgements } from './judgements.ts'

const recordsShown = 500

/** What every part type's history says. */
export async function livesList(db: Db, judgements: Judgements): Promise<LifeSummary[]> {
  const judged = await judgements.fresh('all')
  const types = await db.select().from(partType).orderBy(partType.slotKind, partType.name)
  return types.flatMap(({ id, name, slotKind, tradeIntervalHours }) => {
    const found = judged.get(id)
    if (!found) return []
    const { fitted, failures, inPlace, fit, basis, intervalHours, words } = found
    return {
      partType: { id, name, slotKind },
      fitted,
      failures,
      inPlace,
      fit,
      basis,
      intervalHours,
      tradeIntervalHours,
      words,
    }
  })
}

/** One part type's records, curves and verdict. */
export async function lifePage(db: Db, judgements: Judgements, partTypeId: string): Promise<LifePage> {
  const [type] = await db
    .select({ row: partType, labour: site.labourCostMinorPerHour })
    .from(partType)
    .innerJoin(site, eq(site.id, partType.siteId))
    .where(eq(partType.id, partTypeId))
  if (!type) throw new Refusal(404, 'not-there', 'There is no part type with this id.')
  const judged = (await judgements.fresh([partTypeId])).get(partTypeId)!
  const { fitted, failures, inPlace, fit, basis, intervalHours, words, lifeWords } = judged
  const { id, name, slotKind, tradeIntervalHours, priceMinor, minutes, failureExtraMinor } = type.row
  const ageHours = sql<number>`coalesce(${fitting.removedHours}, ${printer.runHours}) - ${fitting.fittedHours}`
  const ofType = and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq))
  const ages = await db
    .select({ ageHours, removalReason: fitting.removalReason })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .where(ofType)
  const rows = await db
    .select({
      fittingId: fitting.id,
      printer: { id: printer.id, name: printer.name },
      slotName: slot.name,
      ageHours,
      removalReason: fitting.removalReason,
      removedAt: fitting.removedAt,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(ofType)
    .orderBy(sql`${fitting.removedAt} desc nulls first`, desc(fitting.fittedAt))
    .limit(recordsShown)
  return {
    partType: { id, name, slotKind },
    fitted,
    failures,
    inPlace,
    fit,
    basis,
    intervalHours,
    tradeIntervalHours,
    words,
    lifeWords,
    cost: { ...replacementCosts(type.row, type.labour), priceMinor, minutes, failureExtraMinor },
    costRateMinorPerHour: judged.costRateMinorPerHour,
    runToFailureMinorPerHour: judged.runToFailureMinorPerHour,
    survival: ages.length > 0 ? kaplanMeier(ages.map((a) => recordOfFitting(a.ageHours, a.removalReason))) : [],
    records: rows.map((row) => ({
      ...row,
      removedAt: row.removedAt?.toISOString() ?? null,
      endsLife: recordOfFitting(row.ageHours, row.removalReason).upper !== null,
    })),
  }
}
