import { and, eq, isNull, sql } from 'drizzle-orm'
import type { RemovalReason } from '@diatribon/contract'
import { type Clock, dayMs, endOf, hourMs, type LifeRecord, type LookedAtPart, recordOfFitting } from '@diatribon/core'
import { countersAtSql, type CountersThen } from '../rules/countersAtSql.ts'
import { ageBefore, ageIsKnown, partAge } from '../rules/partAge.ts'
import type { Db } from '../platform/database.ts'
import { groupBy } from '../platform/groupBy.ts'
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
  const rows = await db
    .select({
      fittingId: fitting.id,
      printerId: fitting.printerId,
      modelId: printer.modelId,
      age: partAge(now),
      ageIsKnown: ageIsKnown(),
      entry: sql<number>`case when ${first} is null then 0 else ${entry} end`.mapWith(Number),
      before: ageBefore(),
      removalReason: fitting.removalReason,
      foundAtLook: fitting.foundAtLook,
      fittedAt: fitting.fittedAt,
      removedAt: fitting.removedAt,
      removedSeq: fitting.removedSeq,
      slotKind: slot.kind,
      slotName: slot.name,
    })
    .from(fitting)
    .innerJoin(printer, eq(printer.id, fitting.printerId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .where(livesOf(partTypeId))
  const newest = [...rows]
    .sort((a, b) => (b.removedAt ?? now).getTime() - (a.removedAt ?? now).getTime())
    .slice(0, mostLookedUp)
  const looks = await looksAt(db, newest)
  return rows.map(({ before: beforeHere, slotKind: _, slotName: __, ...row }) => {
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
    if (!isKnown || age <= 0 || (goodAge === null && defectAge === null && endOf(removalReason) !== 'at a look'))
      return []
    const looks: LookedAtPart['looks'] = []
    if (goodAge !== null && goodAge > 0) looks.push({ age: Math.min(goodAge, age), found: 'good' })
    if (defectAge !== null && defectAge < age) looks.push({ age: defectAge, found: 'defect' })
    if (endOf(removalReason) === 'at a look' && defectAge === null) looks.push({ age, found: 'defect' })
    const failed = endOf(removalReason) === 'seen' && !foundAtLook
    return [{ looks, failedAt: failed ? age : null, end: age }]
  })
}

interface Looked {
  at: Date
  isOut: boolean
  /** Kinds or names of the slots that the step looks at. */
  slots: string[]
}

type Placed = Pick<PartLife, 'fittingId' | 'printerId' | 'fittedAt' | 'removedAt'> & {
  slotKind: string
  slotName: string
}

/** Of each of these fittings, the age at the last look that found it good, and at the first after it that did not. */
async function looksAt(
  db: Db,
  fittings: readonly Placed[],
): Promise<Map<string, { goodAge: number | null; defectAge: number | null }>> {
  const looksOn = await looksOnPrinters(db, fittings)
  const moments = fittings.flatMap((one) => {
    const until = (one.removedAt?.getTime() ?? Infinity) - sameLookHours * hourMs
    const own = (looksOn.get(one.printerId) ?? []).filter(
      ({ at, slots }) =>
        at > one.fittedAt && at.getTime() < until && (slots.includes(one.slotKind) || slots.includes(one.slotName)),
    )
    const good = own.findLast(({ isOut }) => !isOut)
    const defect = own.find(({ isOut, at }) => isOut && (!good || at > good.at))
    return [
      ...(good ? [{ id: one.fittingId, kind: 'good' as const, at: good.at.toISOString() }] : []),
      ...(defect ? [{ id: one.fittingId, kind: 'defect' as const, at: defect.at.toISOString() }] : []),
    ]
  })
  const ages = await agesAt(db, moments)
  const found = new Map<string, { goodAge: number | null; defectAge: number | null }>()
  moments.forEach(({ id, kind }, i) => {
    const one = found.get(id) ?? { goodAge: null, defectAge: null }
    const age = ages[i] ?? null
    found.set(id, kind === 'good' ? { ...one, goodAge: age } : { ...one, defectAge: age })
  })
  return found
}

/** Every look at slots like these, by printer, in order of time: one pass, however many parts there are. */
async function looksOnPrinters(db: Db, fittings: readonly Placed[]): Promise<Map<string, Looked[]>> {
  if (fittings.length === 0) return new Map()
  const names = [...new Set(fittings.flatMap(({ slotKind, slotName }) => [slotKind, slotName]))]
  const printers = [...new Set(fittings.map(({ printerId }) => printerId))]
  const { rows } = await db.execute<{ printer_id: string; at: string; is_out: boolean; slots: string[] }>(sql`
    SELECT s.printer_id, r.at, r.is_out, k.slots
    FROM (SELECT v.check_type_id, v.version, step->>'id' AS step_id, step->'looksAt' AS slots
      FROM check_version v CROSS JOIN LATERAL jsonb_array_elements(v.content->'steps') AS step
      WHERE step->'looksAt' ?| ${sql.param(names)}::text[]) k
    JOIN check_sheet s ON s.check_type_id = k.check_type_id AND s.version = k.version
      AND s.printer_id = ANY(${sql.param(printers)}::uuid[])
    JOIN step_result r ON r.sheet_id = s.id AND r.step_id = k.step_id::uuid AND r.replaced_seq IS NULL
    ORDER BY r.at`)
  return groupBy(
    rows.map(({ printer_id, at, is_out, slots }) => ({
      printerId: printer_id,
      at: new Date(at),
      isOut: is_out,
      slots,
    })),
    ({ printerId }) => printerId,
  )
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
