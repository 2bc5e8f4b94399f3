import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { keptResults } from '../kept/keptResults.ts'
import { writeStale } from '../kept/staleRows.ts'
import { ageIsKnown, partAge } from '../parts/age.ts'
import type { Db } from '../platform/database.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import { fitting, partType, printer, site, type StoredJudgement } from '../platform/tables.ts'
import { judge } from './judge.ts'

/** The life and interval of a part type, from all that ran here. */
export const judgementFigure: Figure<StoredJudgement> = {
  name: 'judgement',
  async reckon({ db, now }, ids) {
    const types = await db
      .select({ type: partType, labour: site.labourCostMinorPerHour })
      .from(partType)
      .innerJoin(site, eq(site.id, partType.siteId))
      .where(inArray(partType.id, ids))
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<StoredJudgement>>()
    for (const { type, labour } of types) {
      const ages = await agesOf(db, type.id, now)
      const result = judge({
        clock: type.agesBy,
        ages,
        cost: replacementCosts(type, labour),
        tradeInterval: type.tradeInterval,
      })
      // Parts that age by the calendar are older tomorrow.
      results.set(type.id, { result, holdsUntil: type.agesBy === 'days' ? midnight : null })
    }
    return results
  },
  async store({ client }, _results, changed) {
    if (changed.length === 0) return
    const { rows } = await client.query<{ printer_id: string }>(
      `SELECT DISTINCT printer_id FROM fitting
        WHERE part_type_id = ANY($1::uuid[]) AND removed_at IS NULL AND taken_back_seq IS NULL`,
      [changed],
    )
    await writeStale(client, { of: rows.map((row) => ({ figure: 'due', about: row.printer_id })), everyones: [] })
  },
}

/** Every part type's judgement as it is kept. */
export const keptJudgements = (db: Db): Promise<Map<string, StoredJudgement>> => keptResults(db, 'judgement')

function agesOf(db: Db, partTypeId: string, now: Date) {
  return db
    .select({ age: partAge(now), ageIsKnown: ageIsKnown(), removalReason: fitting.removalReason })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(livesOf(partTypeId))
}

/** One record for each part: of one that moved, the fitting where its life went on last. */
export function livesOf(partTypeId: string) {
  return and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq), eq(fitting.movedOn, false))
}

/** What one replacement costs in time and at failure: price, work, and what a failure costs on top; null without a price. */
export function replacementCosts(
  type: { priceMinor: number | null; minutes: number; failureExtraMinor: number | null },
  labourCostMinorPerHour: number,
): { preventiveMinor: number; failureMinor: number } | null {
  if (type.priceMinor === null || type.failureExtraMinor === null) return null
  const preventiveMinor = type.priceMinor + Math.round((type.minutes / 60) * labourCostMinorPerHour)
  return { preventiveMinor, failureMinor: preventiveMinor + type.failureExtraMinor }
}
