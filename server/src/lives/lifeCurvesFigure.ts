import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { LifePage, LifeRecordRow } from '@diatribon/contract'
import {
  clockUnits,
  given,
  kaplanMeier,
  suspiciousRecords,
  turnbull,
  type Clock,
  type LearnedLooks,
  type LifeRecord,
} from '@diatribon/core'
import type { Figure, Reckoned } from '../kept/figure.ts'
import { calendarHere, nextMidnight } from '../platform/calendar.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, printerModel, site, slot } from '../platform/tables.ts'
import { bearingOf } from './bearing.ts'
import { byGroup, groupsOf } from './byGroup.ts'
import { causesOf } from './causesOf.ts'
import { looksOrNull } from './judge.ts'
import { replacementCosts } from './judgementFigure.ts'
import { lookedAt, partLives, recordOf, type PartLife } from './partLives.ts'
import { countersOf, surroundingsOf } from './surroundings.ts'

const recordsShown = 500
const mostForTurnbull = 3000

type PartTypeRow = typeof partType.$inferSelect

/** What a part type's page draws and lists: kept, since it grows with history. */
export interface LifeCurves extends Pick<
  LifePage,
  'survival' | 'turnbull' | 'causes' | 'models' | 'records' | 'bearing' | 'byGroup'
> {
  /** What looks have taught of each model; where one has too few of its own it is left out. */
  looksByModel: { model: { id: string; name: string }; learned: LearnedLooks }[]
  evidence: LifeRecord[]
}

export const lifeCurvesFigure: Figure<LifeCurves> = {
  name: 'lifeCurves',
  async reckon({ db, now }, ids) {
    const midnight = nextMidnight(await calendarHere(db), now)
    const results = new Map<string, Reckoned<LifeCurves>>()
    const types = await db
      .select({ type: partType, labour: site.labourCostMinorPerHour })
      .from(partType)
      .innerJoin(site, eq(site.id, partType.siteId))
      .where(inArray(partType.id, ids))
    for (const { type, labour } of types) {
      const lives = await partLives(db, type.id, now)
      const records = lives.map((life) => recordOf(life, type.agesBy))
      const evidence = gathered(records)
      const models = await modelsWith(db, type.id)
      const around = {
        counters: await countersOf(db, type.id, now),
        surroundings: await surroundingsOf(db, type.id, now),
      }
      results.set(type.id, {
        result: {
          survival: records.length > 0 ? kaplanMeier(records) : [],
          turnbull: records.some(isBetweenLooks) ? turnbull(evidence.slice(0, mostForTurnbull)) : null,
          causes: await causesOf(db, lives),
          looksByModel: looksByModel(lives, models),
          evidence,
          models,
          byGroup: byGroup({
            groups: groupsOf(lives, models, around),
            records,
            tradeInterval: type.tradeInterval,
            tradeWeight: type.tradeWeight,
            cost: replacementCosts(type, labour),
          }),
          bearing: bearingOf({ clock: type.agesBy, lives, records, models, ...around }),
          records: await recordRows(db, { type, lives, records, now }),
        },
        holdsUntil: type.agesBy === 'days' ? midnight : null,
      })
    }
    return results
  },
}

/** Fewer defects and failures than this on a model say nothing of how it differs from the others. */
const fewestOfModel = 4

function looksByModel(lives: readonly PartLife[], models: LifePage['models']): LifeCurves['looksByModel'] {
  if (models.length < 2) return []
  return models.flatMap((model) => {
    const parts = lookedAt(lives.filter(({ modelId }) => modelId === model.id))
    const seen = parts.filter(
      ({ looks, failedAt }) => failedAt !== null || looks.some(({ found }) => found === 'defect'),
    )
    const learned = seen.length >= fewestOfModel ? looksOrNull(parts) : null
    return learned ? [{ model, learned }] : []
  })
}

const isBetweenLooks = ({ lower, upper }: LifeRecord) => upper !== null && upper > 0 && lower !== upper

/** Equal records once, with their weight, ages to three parts in ten thousand: what a page can reckon with again. */
function gathered(records: readonly LifeRecord[]): LifeRecord[] {
  const round = (age: number | null) => (age === null ? null : Number(age.toPrecision(4)))
  const found = new Map<string, LifeRecord>()
  for (const { entry, lower, upper, weight } of records) {
    const record = {
      ...(entry ? { entry: given(round(entry)) } : {}),
      lower: round(lower),
      upper: round(upper),
      weight,
    }
    const key = `${record.entry ?? 0} ${record.lower} ${record.upper}`
    const same = found.get(key)
    if (same) same.weight += weight
    else found.set(key, record)
  }
  return [...found.values()]
}

async function modelsWith(db: Db, partTypeId: string): Promise<{ id: string; name: string }[]> {
  const rows = await db
    .selectDistinct({ id: printerModel.id, make: printerModel.make, name: printerModel.name })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq)))
    .orderBy(printerModel.make, printerModel.name)
  return rows.map(({ id, make, name }) => ({ id, name: `${make} ${name}` }))
}

/** The newest records as rows, those in place first. */
async function recordRows(
  db: Db,
  { type, lives, records, now }: { type: PartTypeRow; lives: PartLife[]; records: LifeRecord[]; now: Date },
): Promise<LifeRecordRow[]> {
  const odd = oddOnes(lives, records, type.agesBy)
  const newest = lives
    .map((life, i) => ({ life, record: given(records[i]) }))
    .sort((a, b) => (b.life.removedAt ?? now).getTime() - (a.life.removedAt ?? now).getTime())
    .slice(0, recordsShown)
  const places = await db
    .select({ id: fitting.id, printer: { id: printer.id, name: printer.name }, slotName: slot.name })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(sql`${fitting.id} = ANY(${sql.param(newest.map(({ life }) => life.fittingId))}::uuid[])`)
  const placeOf = new Map(places.map((row) => [row.id, row]))
  return newest.map(({ life, record }) => {
    const { printer: where, slotName } = given(placeOf.get(life.fittingId))
    return {
      fittingId: life.fittingId,
      printer: where,
      slotName,
      age: life.age,
      ageIsKnown: life.ageIsKnown,
      removalReason: life.removalReason,
      record,
      removedAt: life.removedAt?.toISOString() ?? null,
      removedSeq: life.removedSeq,
      odd: odd.get(life.fittingId) ?? null,
    }
  })
}

/** Failures that came so early that something else than wear may have been at work. */
function oddOnes(lives: readonly PartLife[], records: readonly LifeRecord[], clock: Clock): Map<string, string> {
  const failed = lives.flatMap((life, i) => {
    const { lower, upper } = given(records[i])
    return upper !== null && upper > 0 && lower === upper ? [{ id: life.fittingId, age: upper }] : []
  })
  return new Map(
    suspiciousRecords(failed.map(({ age }) => age)).map(({ place, shareOfNext }) => {
      const { id, age } = given(failed[place])
      const share = shareOfNext < 0.01 ? 'a hundredth' : `${Math.round(100 * shareOfNext)} %`
      return [
        id,
        `Lasted ${Number(age.toPrecision(3))} ${clockUnits[clock]}, ${share} of the next shortest: user damage, or a part that never worked? ` +
          'If so, correct the reason in its entry.',
      ]
    }),
  )
}
