import { and, asc, desc, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm'
import type { ReadingKind, ReadingSeries, SeriesMark, SeriesPoint } from '@diatribon/contract'
import { driftOf, scatterFor, scatterOf, sinceRestart, type Scatter } from '@diatribon/core'
import { countersAtSql } from '../hours/countersAtSql.ts'
import type { Db } from '../platform/database.ts'
import { adjustment, counterPoint, fitting, partType, printerEvent, reading, slot, upset } from '../platform/tables.ts'
import { limitsFor } from './limits.ts'

/** Points of one kind that a chart is drawn from. */
const mostPoints = 300
/** What a printer's readings are, before they are judged. */
export interface LoadedSeries {
  kind: ReadingKind
  modelId: string
  points: SeriesPoint[]
  marks: SeriesMark[]
  /** Those since the last restart. */
  since: (SeriesPoint & { atMs: number })[]
}

/** Judges what was loaded by the scatter that all printers show together. */
export function judged(loaded: LoadedSeries[], pooled: Map<string, Scatter>): ReadingSeries[] {
  return loaded.map(({ kind, modelId, points, marks, since }) => {
    const own = scatterOf(since.map(({ value }) => value))
    const sigma = scatterFor(own, pooled.get(kind.name.toLowerCase()) ?? own)
    const drift = driftOf(since, limitsFor(kind, modelId), sigma)
    return {
      kindId: kind.id,
      name: kind.name,
      unit: kind.unit,
      corrections: kind.corrections,
      points,
      marks: marks.filter(({ hours }) => hours >= points[0]!.hours),
      sinceRestart: since.length,
      chart: drift.chart && {
        mean: drift.chart.mean,
        sigma: drift.chart.sigma,
        lower: drift.chart.lower,
        upper: drift.chart.upper,
      },
      moved: drift.moved && { points: drift.moved.points, isOut: drift.moved.isOut },
      breaches: drift.breaches,
      limits: drift.limits,
      crossing: drift.crossing,
      lists: drift.lists,
    }
  })
}

/** Every reading of a printer by kind, and what was done and changed in between. */
export async function loadSeries(
  db: Db,
  { id: printerId, modelId }: { id: string; modelId: string },
  kinds: ReadingKind[],
): Promise<LoadedSeries[]> {
  const rows = await db
    .select({
      seq: reading.seq,
      name: reading.name,
      value: reading.value,
      at: reading.at,
      source: reading.source,
      counters: countersAtSql(reading.printerId, reading.at),
    })
    .from(reading)
    .where(and(eq(reading.printerId, printerId), isNull(reading.takenBackSeq), isNotNull(reading.value)))
    .orderBy(asc(reading.at), asc(reading.seq))
  const byName = new Map<string, SeriesPoint[]>()
  for (const { seq, name, value, at, source, counters } of rows) {
    const list = byName.get(name.toLowerCase()) ?? []
    byName.set(name.toLowerCase(), list)
    list.push({ seq, hours: counters?.hours ?? 0, at: at.toISOString(), value: value!, source })
  }
  const happened = await marksOf(db, printerId)
  return kinds.flatMap((kind): LoadedSeries[] => {
    const points = (byName.get(kind.name.toLowerCase()) ?? []).slice(-mostPoints)
    if (points.length === 0) return []
    const marks = happened.flatMap(({ touches, isAdjustment, ...mark }): SeriesMark[] =>
      touches.has(kind.name.toLowerCase())
        ? [{ ...mark, restarts: !isAdjustment || kind.corrections === 'restart' }]
        : [],
    )
    const since = sinceRestart(
      points.map((point) => ({ ...point, atMs: Date.parse(point.at) })),
      marks.filter(({ restarts }) => restarts).map(({ at }) => Date.parse(at)),
    )
    return [{ kind, modelId, points, marks, since }]
  })
}

/** Part changes, events and adjustments of a printer, each with the readings it touches. */
async function marksOf(db: Db, printerId: string) {
  const upsets = await db.select().from(upset).where(eq(upset.dropped, false))
  const restarts = (of: (u: (typeof upsets)[number]) => boolean) =>
    new Set(upsets.filter(of).flatMap((u) => u.restarts.map((name) => name.toLowerCase())))
  const takenInAt = db
    .select({ at: sql`min(${counterPoint.at})` })
    .from(counterPoint)
    .where(eq(counterPoint.printerId, printerId))
  const fitted = await db
    .select({
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
      and(eq(fitting.printerId, printerId), isNull(fitting.takenBackSeq), gt(fitting.fittedAt, sql`(${takenInAt})`)),
    )
  const events = await db
    .select({ row: printerEvent, counters: countersAtSql(printerEvent.printerId, printerEvent.at) })
    .from(printerEvent)
    .where(and(eq(printerEvent.printerId, printerId), isNull(printerEvent.takenBackSeq)))
    .orderBy(desc(printerEvent.at))
    .limit(mostPoints)
  const adjusted = await db
    .select({ row: adjustment, counters: countersAtSql(adjustment.printerId, adjustment.at) })
    .from(adjustment)
    .where(and(eq(adjustment.printerId, printerId), isNull(adjustment.takenBackSeq)))
    .orderBy(desc(adjustment.at))
    .limit(mostPoints)
  const slots = await db.select({ name: slot.name, kind: slot.kind }).from(slot).where(eq(slot.printerId, printerId))
  return [
    ...fitted.map(({ at, kind, slot: name, part, hours }) => ({
      hours,
      at: at.toISOString(),
      words: `${name}: ${part}`,
      isAdjustment: false,
      touches: ofSlot(
        restarts(({ slotKinds }) => slotKinds.includes(kind)),
        name,
        slots.filter((other) => other.kind === kind && other.name !== name),
      ),
    })),
    ...events.map(({ row, counters }) => ({
      hours: counters?.hours ?? 0,
      at: row.at.toISOString(),
      words: row.words ? `${row.event}: ${row.words}` : row.event,
      isAdjustment: false,
      touches: restarts(({ events: own }) => own.includes(row.event)),
    })),
    ...adjusted.map(({ row, counters }) => ({
      hours: counters?.hours ?? 0,
      at: row.at.toISOString(),
      words: row.what,
      isAdjustment: true,
      touches: new Set(row.readings.map((name) => name.toLowerCase())),
    })),
  ].sort((a, b) => a.at.localeCompare(b.at))
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
