import { and, asc, eq, inArray, isNotNull, isNull, sql, type SQLWrapper } from 'drizzle-orm'
import type { ReadingKind, ReadingSeries, SeriesMark, SeriesPoint } from '@diatribon/contract'
import { driftOf, scatterFor, scatterOf, sinceRestart, type Scatter, given } from '@diatribon/core'
import { countersAtSql } from '../rules/countersAtSql.ts'
import type { Db } from '../platform/database.ts'
import { adjustment, counterPoint, fitting, partType, printerEvent, reading, slot, upset } from '../platform/tables.ts'
import { limitsFor } from '../rules/limits.ts'
import { machinesOf, type Machine } from '../rules/machines.ts'
import { changeOf, materialChanged, materialFamilies } from '../rules/materialFamily.ts'

/** Points of one kind that a chart is drawn from. */
const mostPoints = 300
/** What a printer's readings are, before they are judged. */
export interface LoadedSeries {
  kind: ReadingKind
  machine: Machine
  points: SeriesPoint[]
  marks: SeriesMark[]
  /** Of which material the newest is; null: it does not matter for this kind, or it was always the same. */
  family: string | null
  /** Those since the last restart, of that material. */
  since: SeriesPoint[]
}

/** Judges what was loaded by the scatter that all printers show together. */
export function judged(loaded: LoadedSeries[], pooled: Map<string, Scatter>): ReadingSeries[] {
  return loaded.map(({ kind, machine, points, marks, family, since }) => {
    const own = scatterOf(since.map(({ value }) => value))
    const sigma = scatterFor(own, pooled.get(kind.name.toLowerCase()) ?? own)
    const drift = driftOf(since, limitsFor(kind, machine), sigma)
    return {
      kindId: kind.id,
      name: kind.name,
      unit: kind.unit,
      corrections: kind.corrections,
      family,
      points,
      marks: marks.filter(({ hours }) => hours >= given(points[0]).hours),
      chart: drift.chart && {
        mean: drift.chart.mean,
        sigma: drift.chart.sigma,
        lower: drift.chart.lower,
        upper: drift.chart.upper,
      },
      moved: drift.moved && { points: drift.moved.points, isOut: drift.moved.isOut },
      step: drift.step && { before: drift.step.before, after: drift.step.after, at: given(since[drift.step.at]).at },
      breaches: drift.breaches,
      limits: drift.limits,
      crossing: drift.crossing,
      lists: drift.lists,
    }
  })
}

/** The newest readings of printers by kind, and what was done and changed in between; by printer. */
export async function loadSeries(
  db: Db,
  printerIds: readonly string[],
  { kinds, now }: { kinds: ReadingKind[]; now: Date },
): Promise<Map<string, LoadedSeries[]>> {
  const machines = await machinesOf(db, printerIds, now)
  if (machines.size === 0) return new Map()
  const ids = [...machines.keys()]
  const points = await pointsOf(db, ids)
  const happened = await marksOf(db, ids)
  return new Map(
    [...machines].map(([id, machine]) => {
      const byName = points.get(id)
      const done = happened.get(id) ?? []
      const changes = done.flatMap(({ material, at }) => (material ? [{ ...material, at }] : []))
      const series = kinds.flatMap((kind): LoadedSeries[] => {
        const name = kind.name.toLowerCase()
        const own = byName?.get(name)
        if (!own) return []
        const marks = done.flatMap(({ touches, isAdjustment, material, ...mark }): SeriesMark[] =>
          touches.has(name)
            ? [
                {
                  ...mark,
                  restarts: !material && (!isAdjustment || kind.corrections === 'restart'),
                  isMaterial: !!material,
                },
              ]
            : [],
        )
        // Another material stands higher or lower: it is judged by its own readings, and goes on where it was when it comes back.
        const familyAt = marks.some(({ isMaterial }) => isMaterial) ? familyIn(changes) : () => null
        const family = familyAt(given(own[own.length - 1]).at)
        const whole = own.map((point) => ({ ...point, family: familyAt(point.at), atMs: Date.parse(point.at) }))
        const since = sinceRestart(
          whole.filter((point) => point.family === family),
          marks.filter(({ restarts }) => restarts).map(({ at }) => Date.parse(at)),
        )
        const counts = new Set(since)
        const points = whole.map((point) => shownPoint(point, counts.has(point)))
        return [{ kind, machine, points, marks, family, since: points.filter((point) => point.counts) }]
      })
      return [id, series]
    }),
  )
}

interface Change {
  from: string
  to: string
  at: string
}

/** The family of material at a moment, by the changes from one to another in order of time. */
const familyIn =
  (changes: readonly Change[]) =>
  (at: string): string | null =>
    changes.findLast((change) => change.at <= at)?.to ?? changes[0]?.from ?? null

type Point = Omit<SeriesPoint, 'family' | 'counts'>

const shownPoint = (
  { atMs: _, ...point }: Omit<SeriesPoint, 'counts'> & { atMs: number },
  counts: boolean,
): SeriesPoint => ({
  ...point,
  counts,
})

/** By printer and by name in small letters, in order of time. */
async function pointsOf(db: Db, ids: string[]): Promise<Map<string, Map<string, Point[]>>> {
  // The newest of each kind; where they lie on the hours is asked for those alone.
  const place = sql<number>`row_number() over (partition by ${reading.printerId}, lower(${reading.name})
    order by ${reading.at} desc, ${reading.seq} desc)`
  const newest = db
    .select({
      printerId: reading.printerId,
      seq: reading.seq,
      name: reading.name,
      value: reading.value,
      at: reading.at,
      source: reading.source,
      place: place.as('place'),
    })
    .from(reading)
    .where(and(inArray(reading.printerId, ids), isNull(reading.takenBackSeq), isNotNull(reading.value)))
    .as('newest')
  const rows = await db
    .select({
      printerId: newest.printerId,
      seq: newest.seq,
      name: newest.name,
      value: newest.value,
      at: newest.at,
      source: newest.source,
      counters: countersAtSql(sql`newest.printer_id`, sql`newest.at`),
    })
    .from(newest)
    .where(sql`${newest.place} <= ${mostPoints}`)
    .orderBy(asc(newest.at), asc(newest.seq))
  const points = new Map<string, Map<string, Point[]>>()
  for (const { printerId, seq, name, value, at, source, counters } of rows) {
    const byName = points.get(printerId) ?? new Map<string, Point[]>()
    points.set(printerId, byName)
    const list = byName.get(name.toLowerCase()) ?? []
    byName.set(name.toLowerCase(), list)
    list.push({ seq, hours: counters?.hours ?? 0, at: at.toISOString(), value: given(value), source })
  }
  return points
}

type Happened = Omit<SeriesMark, 'restarts' | 'isMaterial'> & {
  isAdjustment: boolean
  touches: Set<string>
  /** From which family of material to which. */
  material?: { from: string; to: string }
}

/** Part changes, events and adjustments of printers, each with the readings it touches. */
async function marksOf(db: Db, ids: string[]): Promise<Map<string, Happened[]>> {
  const upsets = await db.select().from(upset).where(eq(upset.dropped, false))
  const restarts = (of: (u: (typeof upsets)[number]) => boolean) =>
    new Set(upsets.filter(of).flatMap((u) => u.restarts.map((name) => name.toLowerCase())))
  const fitted = await db
    .select({
      printerId: fitting.printerId,
      at: fitting.fittedAt,
      kind: slot.kind,
      slot: slot.name,
      part: partType.name,
      hours: fitting.fittedHours,
    })
    .from(fitting)
    .innerJoin(slot, eq(slot.id, fitting.slotId))
    .innerJoin(partType, eq(partType.id, fitting.partTypeId))
    .where(
      and(
        inArray(fitting.printerId, ids),
        isNull(fitting.takenBackSeq),
        // What it came with is no change.
        sql`${fitting.fittedAt} > (SELECT min(c.at) FROM ${counterPoint} c WHERE c.printer_id = ${fitting.printerId})`,
      ),
    )
  const newestOf = (table: typeof printerEvent | typeof adjustment, id: SQLWrapper) =>
    sql`${id} IN (SELECT n.own FROM (SELECT ${id} AS own, row_number() OVER (PARTITION BY printer_id ORDER BY at DESC) AS place
      FROM ${table} WHERE ${inArray(table.printerId, ids)} AND taken_back_seq IS NULL) n WHERE n.place <= ${mostPoints})`
  const events = await db
    .select({ row: printerEvent, counters: countersAtSql(printerEvent.printerId, printerEvent.at) })
    .from(printerEvent)
    .where(newestOf(printerEvent, printerEvent.id))
  const adjusted = await db
    .select({ row: adjustment, counters: countersAtSql(adjustment.printerId, adjustment.at) })
    .from(adjustment)
    .where(newestOf(adjustment, adjustment.seq))
  const slots = await db
    .select({ printerId: slot.printerId, name: slot.name, kind: slot.kind })
    .from(slot)
    .where(and(inArray(slot.printerId, ids), isNull(slot.removedAt)))
  const marks = new Map<string, Happened[]>(ids.map((id) => [id, []]))
  for (const { printerId, at, kind, slot: name, part, hours } of fitted)
    given(marks.get(printerId)).push({
      hours,
      at: at.toISOString(),
      words: `${name}: ${part}`,
      isAdjustment: false,
      touches: ofSlot(
        restarts(({ slotKinds }) => slotKinds.includes(kind)),
        name,
        slots.filter((other) => other.printerId === printerId && other.kind === kind && other.name !== name),
      ),
    })
  const families = await materialFamilies(db)
  for (const { row, counters } of events.filter((event) => families.matters(event.row))) {
    const change = row.event === materialChanged ? changeOf(row.words) : null
    given(marks.get(row.printerId)).push({
      hours: counters?.hours ?? 0,
      at: row.at.toISOString(),
      words: row.words ? `${row.event}: ${row.words}` : row.event,
      isAdjustment: false,
      touches: restarts(({ events: own }) => own.includes(row.event)),
      ...(change ? { material: { from: families.of(change.from), to: families.of(change.to) } } : {}),
    })
  }
  for (const { row, counters } of adjusted)
    given(marks.get(row.printerId)).push({
      hours: counters?.hours ?? 0,
      at: row.at.toISOString(),
      words: row.what,
      isAdjustment: true,
      touches: new Set(row.readings.map((name) => name.toLowerCase())),
    })
  for (const list of marks.values()) list.sort((a, b) => a.at.localeCompare(b.at))
  return marks
}

/** A reading that carries the name of another slot of the kind is that slot's: a new X belt does not touch the Y belt's pitch. */
const ofSlot = (readings: Set<string>, slotName: string, others: { name: string }[]) =>
  new Set(
    [...readings].filter(
      (reading) =>
        reading.startsWith(slotName.toLowerCase()) ||
        !others.some(({ name }) => reading.startsWith(name.toLowerCase())),
    ),
  )
