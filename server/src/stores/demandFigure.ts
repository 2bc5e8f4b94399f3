import { and, eq, inArray, isNull } from 'drizzle-orm'
import { dayMs, given, replacementsAhead, type PartOnPrinter, type Replacements } from '@diatribon/core'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { keptResults } from '../kept/keptResults.ts'
import { rulesInForce } from '../rules/adopted.ts'
import { ageBefore, partAge } from '../rules/partAge.ts'
import { ruleInForce } from '../rules/partDuties.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import { fitting, partType, printer, slot, type StoredJudgement } from '../platform/tables.ts'

/** How many parts of a type are taken off the shelf within so many days. */
export interface Demand {
  curve: ({ days: number } & Replacements)[]
}

const stepDays = 7
const steps = 52

/** What will be used of each part type, by the lives learned here and the rules in force. */
export const demandFigure: Figure<Demand> = {
  name: 'demand',
  restsOn: ['judgement'],
  async reckon({ db, now }, ids) {
    const judgements = await keptResults<StoredJudgement>(db, 'judgement', ids)
    const rules = await rulesInForce(db, ids)
    const rows = await db
      .select({
        age: partAge(now),
        before: ageBefore(),
        fittedAt: fitting.fittedAt,
        agesBy: partType.agesBy,
        replaceEvery: slot.replaceEvery,
        trade: partType.tradeInterval,
        partType: { id: partType.id },
        printer: { id: printer.id, modelId: printer.modelId },
        fitting,
      })
      .from(fitting)
      .innerJoin(printer, eq(printer.id, fitting.printerId))
      .innerJoin(slot, eq(slot.id, fitting.slotId))
      .innerJoin(partType, eq(partType.id, fitting.partTypeId))
      .where(
        and(
          inArray(fitting.partTypeId, ids),
          isNull(fitting.removedAt),
          isNull(fitting.takenBackSeq),
          isNull(printer.retiredReason),
        ),
      )
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<Demand>>()
    for (const id of ids) {
      const judged = judgements.get(id)
      const groups = new Map<string, { interval: number | null; parts: PartOnPrinter[] }>()
      for (const row of rows) {
        if (row.partType.id !== id || !judged) continue
        const { interval, waits } = ruleInForce(row, row.printer, judged, rules)
        const until = waits ? null : interval
        const group = groups.get(String(until)) ?? { interval: until, parts: [] }
        groups.set(String(until), group)
        const age = Math.max(0, row.age)
        const here = Math.max(0, age - row.before)
        const days = Math.max(1, (now.getTime() - row.fittedAt.getTime()) / dayMs)
        // To two figures, so that printers of like use share the sums.
        group.parts.push({ age, perDay: Number((here / days).toPrecision(2)) })
      }
      const curve = Array.from({ length: steps }, (_, k) => ({ days: (k + 1) * stepDays, mean: 0, variance: 0 }))
      for (const { interval, parts } of groups.values())
        replacementsAhead(judged?.nodes ?? [], parts, { interval, stepDays, steps }).forEach(
          ({ mean, variance }, k) => {
            const point = given(curve[k])
            point.mean += mean
            point.variance += variance
          },
        )
      results.set(id, { result: { curve }, holdsUntil: midnight })
    }
    return results
  },
}

/** What is used within so many days, between the days that were reckoned. */
export function within({ curve }: Demand, days: number): Replacements {
  let before = { days: 0, mean: 0, variance: 0 }
  for (const point of curve) {
    if (point.days >= days) {
      const share = (days - before.days) / (point.days - before.days)
      return {
        mean: before.mean + share * (point.mean - before.mean),
        variance: before.variance + share * (point.variance - before.variance),
      }
    }
    before = point
  }
  return before
}

/** Days until so many pieces are expected to be used; null: longer than a year. */
export function daysUntilUsed({ curve }: Demand, pieces: number): number | null {
  let before = { days: 0, mean: 0 }
  for (const point of curve) {
    if (point.mean >= pieces)
      return point.mean === before.mean
        ? point.days
        : before.days + ((pieces - before.mean) / (point.mean - before.mean)) * (point.days - before.days)
    before = point
  }
  return null
}
