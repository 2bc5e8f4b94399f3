import { eq, inArray } from 'drizzle-orm'
import {
  chanceOfNodes,
  type Clock,
  dayMs,
  type Doubted,
  type Foretold,
  foretoldScore,
  type ForetoldScore,
  given,
  isWornOut,
  LifePosterior,
  type LifeRecord,
  removalMeaning,
  ruleRates,
  tradePrior,
} from '@diatribon/core'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { partType, site } from '../platform/tables.ts'
import { replacementCosts } from './judgementFigure.ts'
import { agesAt, partLives, recordOf, type PartLife } from './partLives.ts'

export const weeksScored = 26
const weekMs = 7 * dayMs
/** A chance needs a failure to rest on: before, none was told. */
const fewestFailures = 1

/** What a part type's chances were in each past week, and what happened. */
export interface TypeScore {
  /** Oldest first. */
  weeks: { fromMs: number; expected: number; happened: number }[]
  /** null: no chance was told yet. */
  score: ForetoldScore | null
  saved: { spent: number; waiting: Doubted } | null
}

/**
 * Goes back to each past week and asks what would have been said then: the same sums, with the parts, counts and failures up to
 * that moment. The book's later corrections are in, since they are the truth by now.
 */
export const scoreFigure: Figure<TypeScore> = {
  name: 'score',
  async reckon({ db, now }, ids) {
    const types = await db
      .select({ type: partType, labour: site.labourCostMinorPerHour })
      .from(partType)
      .innerJoin(site, eq(site.id, partType.siteId))
      .where(inArray(partType.id, ids))
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<TypeScore>>()
    for (const { type, labour } of types)
      results.set(type.id, { result: await scoreOf(db, type, labour, now), holdsUntil: midnight })
    return results
  },
}

async function scoreOf(db: Db, type: typeof partType.$inferSelect, labour: number, now: Date): Promise<TypeScore> {
  const lives = (await partLives(db, type.id, now)).filter(({ ageIsKnown }) => ageIsKnown)
  const costs = replacementCosts(type, labour)
  const money = costs && { preventive: costs.preventiveMinor, failure: costs.failureMinor }
  const starts = Array.from({ length: weeksScored }, (_, i) => now.getTime() - (weeksScored - i) * weekMs)
  const told: Foretold[] = []
  const weeks: TypeScore['weeks'] = []
  let waiting: { posterior: LifePosterior; since: number } | null = null
  for (const fromMs of starts) {
    const then = await livesThen(db, lives, fromMs, type.agesBy)
    const records = then.map(({ record }) => record)
    const failures = records.filter(({ upper }) => upper !== null && upper > 0).length
    const week = { fromMs, expected: 0, happened: 0 }
    if (failures >= fewestFailures) {
      const prior = tradePrior(type.tradeInterval, money, type.tradeWeight)
      const posterior = new LifePosterior({ records, prior, anchor: type.tradeInterval })
      waiting ??= { posterior, since: fromMs }
      const nodes = posterior.nodes()
      for (const { life, age, inPlace } of then) {
        if (!inPlace) continue
        const chance = chanceOfNodes(nodes, age, ahead(life, age, fromMs)).mean
        const happened = failedWithin(life, fromMs)
        told.push({ chance: Number(chance.toPrecision(4)), happened })
        week.expected += chance
        week.happened += happened ? 1 : 0
      }
    }
    weeks.push(week)
  }
  return { weeks, score: foretoldScore(told), saved: money && waiting ? savedSince(lives, waiting, money, now) : null }
}

interface LifeThen {
  life: PartLife
  record: LifeRecord
  age: number
  inPlace: boolean
}

/** Parts as they were known at a moment: what had come out by then, and the ages of those in place. */
async function livesThen(db: Db, lives: readonly PartLife[], fromMs: number, clock: Clock): Promise<LifeThen[]> {
  const known = lives.filter(({ fittedAt }) => fittedAt.getTime() < fromMs)
  const inPlace = known.filter(({ removedAt }) => removedAt === null || removedAt.getTime() > fromMs)
  const at = new Date(fromMs).toISOString()
  const ages = await agesAt(
    db,
    inPlace.map(({ fittingId }) => ({ id: fittingId, at })),
  )
  const ageOf = new Map(inPlace.map(({ fittingId }, i) => [fittingId, ages[i] ?? 0]))
  return known.map((life) => {
    const age = ageOf.get(life.fittingId)
    if (age === undefined) return { life, record: recordOf(life, clock), age: life.age, inPlace: false }
    const asThen = { ...life, age, removalReason: null, goodAge: null, defectAge: null }
    return { life, record: recordOf(asThen, clock), age, inPlace: true }
  })
}

/** What a part was going to run in the week, by what it had run until then. */
function ahead(life: PartLife, age: number, fromMs: number): number {
  const days = Math.max(1, (fromMs - life.fittedAt.getTime()) / dayMs)
  const here = Math.max(0, age - (life.age - life.ran))
  return (here / days) * 7
}

function failedWithin({ removalReason, removedAt }: PartLife, fromMs: number): boolean {
  if (!isWornOut(removalReason)) return false
  const at = given(removedAt).getTime()
  return at > fromMs && at <= fromMs + weekMs
}

/** What replacements and failures have cost since, against waiting for each failure by what was known at the start. */
function savedSince(
  lives: readonly PartLife[],
  { posterior, since }: { posterior: LifePosterior; since: number },
  money: { preventive: number; failure: number },
  now: Date,
): TypeScore['saved'] {
  let [spent, ran] = [0, 0]
  for (const life of lives) {
    const [from, until] = [life.fittedAt.getTime(), (life.removedAt ?? now).getTime()]
    if (until <= since || until <= from) continue
    ran += Math.max(0, life.ran) * ((until - Math.max(from, since)) / (until - from))
    if (life.removedAt === null) continue
    // Found worn at a look it was changed before it could fail.
    const { ends, forItsAge } = removalMeaning[given(life.removalReason)]
    if (ends === 'seen') spent += money.failure
    else if (forItsAge) spent += money.preventive
  }
  const rate = posterior.figure((shape, scale) => money.failure * ruleRates({ shape, scale }, null).failures)
  const by = (value: number) => Math.round(value * ran)
  return {
    spent: Math.round(spent),
    waiting: { mean: by(rate.mean), median: by(rate.median), limits: [by(rate.limits[0]), by(rate.limits[1])] },
  }
}
