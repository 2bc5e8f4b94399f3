import { and, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { RemovalReason } from '@diatribon/contract'
import { dayMs, recordOfFitting, type Clock, type LifeRecord, type LookedAtPart } from '@diatribon/core'
import { countersAtSql, type CountersThen } from '../hours/countersAtSql.ts'
import { ageIsKnown, partAge } from '../parts/age.ts'
import type { Db } from '../platform/database.ts'
import { fitting, partType, printer, slot } from '../platform/tables.ts'

/** One part's life as the book tells it, on the clock of its type. */
export interface PartLife {
  fittingId: string
  /** Where it is or was last. */
  printerId: string
  modelId: string
  age: number
  ageIsKnown: boolean
  /** Age at which it came here. */
  entry: number
  removalReason: RemovalReason | null
  foundAtLook: boolean
  /** What it ran here in its last slot, over which time. */
  ran: number
  fittedAt: Date
  removedAt: Date | null
  removedSeq: number | null
  /** Age at the last look that found it good, and at the first after that which did not; null: no such look. */
  goodAge: number | null
  defectAge: number | null
}

/** A look that was so short before a part came out is the one that found it: it says nothing of the time before. */
const sameLookHours = 12
/** Looks of so many parts are searched, the newest: of older ones what they were found like hardly matters. */
const mostLookedUp = 400

/** Every part of a type that ran here; of one that moved, its whole life, with gaps, as one. */
export async function partLives(db: Db, partTypeId: string, now: Date): Promise<PartLife[]> {
  const first = sql`(SELECT f0.id FROM fitting f0 WHERE f0.id = ${fitting.partId})`
  const entry = sql<number>`(SELECT case ${partType.agesBy}
      when 'hours' then f0.before_hours when 'prints' then f0.before_prints when 'metres' then f0.before_metres
      when 'abrasive metres' then f0.before_abrasive_metres else f0.before_days end
    FROM fitting f0 WHERE f0.id = ${fitting.partId})`.mapWith(Number)
  const before = sql<number>`case ${partType.agesBy}
    when 'hours' then ${fitting.beforeHours} when 'prints' then ${fitting.beforePrints} when 'metres' then ${fitting.beforeMetres}
    when 'abrasive metres' then ${fitting.beforeAbrasiveMetres} else ${fitting.beforeDays} end`.mapWith(Number)
  const rows = await db
    .select({
      fittingId: fitting.id,
      printerId: fitting.printerId,
      modelId: printer.modelId,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
      entry: sql<number>`case when ${first} is null then 0 else ${entry} end`.mapWith(Number),
      before,
      removalReason: fitting.removalReason,
      foundAtLook: fitting.foundAtLook,
      fittedAt: fitting.fittedAt,
      removedAt: fitting.removedAt,
      removedSeq: fitting.removedSeq,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(livesOf(partTypeId))
  const newest = [...rows]
    .sort((a, b) => (b.removedAt ?? now).getTime() - (a.removedAt ?? now).getTime())
    .slice(0, mostLookedUp)
  const looks = await looksAt(
    db,
    newest.map(({ fittingId }) => fittingId),
  )
  return rows.map(({ before: beforeHere, ...row }) => {
    const found = looks.get(row.fittingId)
    // One that moved was taken out still good: that is a look as well.
    const cameGood = beforeHere > row.entry ? beforeHere : null
    return {
      ...row,
      ran: row.age - beforeHere,
      goodAge: found?.goodAge ?? cameGood,
      defectAge: found?.defectAge ?? null,
    }
  })
}

/** One record for each part: of one that moved, the fitting where its life went on last. */
export function livesOf(partTypeId: string) {
  return and(eq(fitting.partTypeId, partTypeId), isNull(fitting.takenBackSeq), eq(fitting.movedOn, false))
}

/** What a part's life is to the statistics. */
export const recordOf = (life: PartLife, clock: Clock): LifeRecord =>
  recordOfFitting(
    {
      age: life.age,
      known: life.ageIsKnown,
      clock,
      entry: life.entry,
      lastGoodAge: life.goodAge,
      foundAtLook: life.foundAtLook,
    },
    life.removalReason,
  )

/** Parts whose looks are known, as the delay from a defect to a failure is learned from them. */
export function lookedAt(lives: readonly PartLife[]): LookedAtPart[] {
  return lives.flatMap((life): LookedAtPart[] => {
    const { age, goodAge, defectAge, removalReason, foundAtLook, ageIsKnown: isKnown } = life
    if (!isKnown || age <= 0 || (goodAge === null && defectAge === null && removalReason !== 'worn at check')) return []
    const looks: LookedAtPart['looks'] = []
    if (goodAge !== null && goodAge > 0) looks.push({ age: Math.min(goodAge, age), found: 'good' })
    if (defectAge !== null && defectAge < age) looks.push({ age: defectAge, found: 'defect' })
    if (removalReason === 'worn at check' && defectAge === null) looks.push({ age, found: 'defect' })
    const failed = removalReason === 'failed' && !foundAtLook
    return [{ looks, failedAt: failed ? age : null, end: age }]
  })
}

/** Of each of these fittings, the age at the last look that found it good, and at the first after it that did not. */
async function looksAt(
  db: Db,
  ids: string[],
): Promise<Map<string, { goodAge: number | null; defectAge: number | null }>> {
  if (ids.length === 0) return new Map()
  const look = (isOut: boolean, after: ReturnType<typeof sql>, order: 'ASC' | 'DESC') => sql`(
    SELECT r.at FROM check_sheet s
      JOIN check_version v ON v.check_type_id = s.check_type_id AND v.version = s.version
      CROSS JOIN LATERAL jsonb_array_elements(v.content->'steps') AS step
      JOIN step_result r ON r.sheet_id = s.id AND r.step_id::text = step->>'id'
    WHERE s.printer_id = ${fitting.printerId} AND s.begun_at >= ${fitting.fittedAt}
      AND (step->'looksAt' ? ${slot.kind} OR step->'looksAt' ? ${slot.name})
      AND r.replaced_seq IS NULL AND r.is_out = ${sql.raw(String(isOut))} AND r.at > ${after}
      AND (${fitting.removedAt} IS NULL OR r.at < ${fitting.removedAt} - ${sql.raw(`interval '${sameLookHours} hours'`)})
    ORDER BY r.at ${sql.raw(order)} LIMIT 1)`
  const good = look(false, sql`${fitting.fittedAt}`, 'DESC')
  const rows = await db
    .select({ id: fitting.id, goodAt: sql<string | null>`${good}` })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(inArray(fitting.id, ids))
  const defect = look(true, sql`coalesce(${good}, ${fitting.fittedAt})`, 'ASC')
  const defects = await db
    .select({ id: fitting.id, defectAt: sql<string | null>`${defect}` })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(inArray(fitting.id, ids))
  const moments = [
    ...rows.flatMap(({ id, goodAt }) => (goodAt ? { id, kind: 'good' as const, at: goodAt } : [])),
    ...defects.flatMap(({ id, defectAt }) => (defectAt ? { id, kind: 'defect' as const, at: defectAt } : [])),
  ]
  const ages = await agesAt(db, moments)
  const found = new Map<string, { goodAge: number | null; defectAge: number | null }>()
  moments.forEach(({ id, kind }, i) => {
    const one = found.get(id) ?? { goodAge: null, defectAge: null }
    const age = ages[i] ?? null
    found.set(id, kind === 'good' ? { ...one, goodAge: age } : { ...one, defectAge: age })
  })
  return found
}

/** Ages of parts at moments within their fitting. */
export async function agesAt(db: Db, moments: readonly { id: string; at: string }[]): Promise<(number | null)[]> {
  if (moments.length === 0) return []
  const at = sql`m.at`
  const { rows } = await db.execute<{ place: string; then: CountersThen | null; at: string; row: FittingThen }>(sql`
    SELECT m.place, m.at, row_to_json(f) AS row, t.ages_by AS clock, ${countersAtSql(sql`f.printer_id`, at)} AS then
    FROM jsonb_to_recordset(${JSON.stringify(moments.map(({ id, at: when }, place) => ({ place, id, at: when })))}::jsonb)
      AS m(place int, id uuid, at timestamptz)
    JOIN fitting f ON f.id = m.id JOIN part_type t ON t.id = f.part_type_id`)
  const ages: (number | null)[] = moments.map(() => null)
  for (const { place, then, at: when, row, clock } of rows as unknown as (FoundThen & { clock: Clock })[]) {
    if (!then && clock !== 'days') continue
    ages[Number(place)] = ageThen(clock, row, then, new Date(when))
  }
  return ages
}

interface FoundThen {
  place: string
  then: CountersThen | null
  at: string
  row: FittingThen
}
type FittingThen = Record<`${'before' | 'fitted'}_${'hours' | 'prints' | 'metres' | 'abrasive_metres'}`, number> & {
  before_days: number
  fitted_at: string
}

function ageThen(clock: Clock, row: FittingThen, then: CountersThen | null, at: Date): number {
  if (clock === 'days' || !then) return row.before_days + (at.getTime() - Date.parse(row.fitted_at)) / dayMs
  switch (clock) {
    case 'hours':
      return row.before_hours + Math.max(0, then.hours - row.fitted_hours)
    case 'prints':
      return row.before_prints + Math.max(0, then.prints - row.fitted_prints)
    case 'metres':
      return row.before_metres + Math.max(0, then.metres - row.fitted_metres)
    case 'abrasive metres':
      return row.before_abrasive_metres + Math.max(0, then.abrasiveMetres - row.fitted_abrasive_metres)
  }
}
