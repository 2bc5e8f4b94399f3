import { and, eq, inArray, isNull } from 'drizzle-orm'
import { dayMs, given } from '@diatribon/core'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { keptResults } from '../kept/keptResults.ts'
import { writeStale } from '../kept/staleRows.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { neighbourLives, partType, site, type StoredJudgement } from '../platform/tables.ts'
import { rulesInForce } from '../rules/adopted.ts'
import { judge, type History } from './judge.ts'
import { kitMates, type KitMates } from './kitMates.ts'
import { lookingChecks, minutesOfLook } from './lookingChecks.ts'
import { lookedAt, partLives, recordOf, type PartLife } from './partLives.ts'

/** The life of a part type and the rule that follows, from all that ran here. */
export const judgementFigure: Figure<StoredJudgement> = {
  name: 'judgement',
  async reckon({ db, now }, ids) {
    const types = await db
      .select({ type: partType, labour: site.labourCostMinorPerHour })
      .from(partType)
      .innerJoin(site, eq(site.id, partType.siteId))
      .where(inArray(partType.id, ids))
    const neighbours = await db
      .select()
      .from(neighbourLives)
      .where(and(inArray(neighbourLives.partTypeId, ids), isNull(neighbourLives.droppedSeq)))
    const rules = await rulesInForce(db, ids)
    const mates = await kitMates(db, ids, now)
    const checks = await lookingChecks(db, ids)
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<StoredJudgement>>()
    for (const { type, labour } of types) {
      const lives = await partLives(db, type.id, now)
      const adopted = rules.ofAll(type.id)
      const perYear = ranInYear(lives, now)
      const lookMinutes = minutesOfLook(checks.get(type.id) ?? [])
      const result = judge({
        clock: type.agesBy,
        records: lives.map((life) => recordOf(life, type.agesBy)),
        inPlace: lives.filter(({ removalReason }) => removalReason === null).length,
        perYear,
        running: lives.flatMap((life) =>
          life.removalReason === null && life.ageIsKnown
            ? { age: Math.max(0, life.age), perDay: perDayOf(life, now) }
            : [],
        ),
        cost: replacementCosts(type, labour),
        tradeInterval: type.tradeInterval,
        tradeWeight: type.tradeWeight,
        neighbours: neighbours.filter(({ partTypeId }) => partTypeId === type.id),
        adopted: adopted && { policy: given(adopted.policy), interval: adopted.interval },
        together: togetherHere(mates.get(type.id), { type, labour, perYear }),
        looked: {
          parts: lookedAt(lives),
          minutes: lookMinutes,
          costMinor: (lookMinutes / 60) * labour,
        },
      })
      // Parts that age by the calendar are older tomorrow, and what is ahead of the others goes by their days here.
      results.set(type.id, { result, holdsUntil: midnight })
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
    const due = rows.map((row) => ({ figure: 'due' as const, about: row.printer_id }))
    const demand = changed.map((about) => ({ figure: 'demand' as const, about }))
    await writeStale(client, { of: [...due, ...demand], everyones: [] })
  },
}

/** Every part type's judgement as it is kept. */
export const keptJudgements = (db: Db): Promise<Map<string, StoredJudgement>> => keptResults(db, 'judgement')

/** What a part has run in a day since it came to its slot. */
const perDayOf = ({ ran, fittedAt }: PartLife, now: Date) =>
  Math.max(0, ran) / Math.max(1, (now.getTime() - fittedAt.getTime()) / dayMs)

/** What all parts of a type ran in the last year, or since the first was fitted and then as if for a year. */
function ranInYear(lives: readonly PartLife[], now: Date): number {
  const yearAgo = now.getTime() - 365 * dayMs
  let [ran, first] = [0, now.getTime()]
  for (const life of lives) {
    const [from, until] = [life.fittedAt.getTime(), (life.removedAt ?? now).getTime()]
    first = Math.min(first, from)
    if (until <= from || until <= yearAgo) continue
    ran += Math.max(0, life.ran) * ((until - Math.max(from, yearAgo)) / (until - from))
  }
  const days = Math.max(1, (now.getTime() - Math.max(first, yearAgo)) / dayMs)
  return Number(((ran * 365) / days).toPrecision(4))
}

/** Fewer changes of its neighbours than this say nothing of how often they come. */
const fewestChanges = 3

function togetherHere(
  mates: KitMates | undefined,
  { type, labour, perYear }: { type: typeof partType.$inferSelect; labour: number; perYear: number },
): History['together'] {
  if (!mates || mates.changes < fewestChanges || !(perYear > 0)) return null
  const { slots, changes, sharedMinutes } = mates
  const costMinor = type.priceMinor === null ? null : type.priceMinor + ((type.minutes - sharedMinutes) / 60) * labour
  return { slots, rate: changes / perYear, sharedMinutes, costMinor: costMinor && Math.max(1, costMinor) }
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
