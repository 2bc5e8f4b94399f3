import { desc, eq, sql } from 'drizzle-orm'
import type { LifePage, LifeSummary, RemovalReason } from '@diatribon/contract'
import { kaplanMeier, recordOfFitting, given } from '@diatribon/core'
import { ageIsKnown, partAge } from '../parts/age.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { fitting, partType, printer, site, slot } from '../platform/tables.ts'
import { keptJudgements, livesOf, replacementCosts } from './judgementFigure.ts'

const recordsShown = 500

/** What every part type's history says. */
export async function livesList(db: Db): Promise<LifeSummary[]> {
  const judged = await keptJudgements(db)
  const types = await db.select().from(partType).orderBy(partType.slotKind, partType.name)
  return types.flatMap(({ id, name, slotKind, tradeInterval, agesBy }) => {
    const found = judged.get(id)
    if (!found) return []
    const { fitted, failures, inPlace, fit, basis, interval, words } = found
    return {
      partType: { id, name, slotKind },
      clock: agesBy,
      fitted,
      failures,
      inPlace,
      fit,
      basis,
      interval,
      tradeInterval,
      words,
    }
  })
}

/** One part type's records, curves and verdict. */
export async function lifePage(db: Db, partTypeId: string, now: Date): Promise<LifePage> {
  const [type] = await db
    .select({ row: partType, labour: site.labourCostMinorPerHour })
    .from(partType)
    .innerJoin(site, eq(site.id, partType.siteId))
    .where(eq(partType.id, partTypeId))
  if (!type) throw new Refusal(404, 'not-there', 'There is no part type with this id.')
  const judged = given((await keptJudgements(db)).get(partTypeId))
  const { fitted, failures, inPlace, fit, basis, interval, words, lifeWords } = judged
  const { id, name, slotKind, tradeInterval, minutes } = type.row
  const costs = replacementCosts(type.row, type.labour)
  const age = partAge(now)
  const ofType = livesOf(partTypeId)
  const clock = type.row.agesBy
  const ages = await db
    .select({ age, ageIsKnown: ageIsKnown(), removalReason: fitting.removalReason })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(ofType)
  const rows = await db
    .select({
      fittingId: fitting.id,
      printer: { id: printer.id, name: printer.name },
      slotName: slot.name,
      age,
      ageIsKnown: ageIsKnown(),
      removalReason: fitting.removalReason,
      removedAt: fitting.removedAt,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(ofType)
    .orderBy(sql`${fitting.removedAt} desc nulls first`, desc(fitting.fittedAt))
    .limit(recordsShown)
  const recordOf = (seen: { age: number; ageIsKnown: boolean; removalReason: RemovalReason | null }) =>
    recordOfFitting({ age: seen.age, known: seen.ageIsKnown, clock }, seen.removalReason)
  return {
    partType: { id, name, slotKind },
    clock,
    fitted,
    failures,
    inPlace,
    fit,
    basis,
    interval,
    tradeInterval,
    words,
    lifeWords,
    cost: costs && { ...costs, minutes },
    costRateMinor: judged.costRateMinor,
    runToFailureMinor: judged.runToFailureMinor,
    survival: ages.length > 0 ? kaplanMeier(ages.map(recordOf)) : [],
    records: rows.map((row) => ({
      ...row,
      removedAt: row.removedAt?.toISOString() ?? null,
      endsLife: recordOf(row).upper !== null,
      deadOnArrival: recordOf(row).upper === 0,
    })),
  }
}
