import { and, asc, desc, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import type { PrinterPage, RibbonMark, RibbonReading, RunningJob } from '@diatribon/contract'
import { counterAt, given } from '@diatribon/core'
import type { UsageRow } from '../actions/facts.ts'
import { atWork, madeDuties, openFaults } from '../faults/openFaults.ts'
import { countersAtSql } from '../rules/countersAtSql.ts'
import { gapsOf } from '../hours/gapsOf.ts'
import { asPoint } from '../actions/pieces/placeEvidence.ts'
import { dueOn } from '../plan/dueItems.ts'
import { nextOf } from '../plan/byUrgency.ts'
import type { Db } from '../platform/database.ts'
import { Refusal } from '../platform/refusal.ts'
import { printerHeads } from '../rules/printerHeads.ts'
import {
  counterPoint,
  fitting,
  job,
  logEntry,
  partType,
  printer,
  printerModel,
  reading,
  slot,
  usage,
} from '../platform/tables.ts'

/** Marks of one kind that a ribbon can show before they run into each other. */
const mostMarks = 250
/** One for all marks: to make it anew for each costs more than everything else of the page. */
const oneDecimal = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 })
const plainNumber = new Intl.NumberFormat('en-GB')

/** Kinds of reading that have room below the ribbon; all are on the printer's Readings. */
const mostLines = 6

/** Entries that stand on the ribbon as marks. */
const toldKinds = {
  note: 'note',
  'hold-printer': 'hold',
  'release-printer': 'release',
  'finish-check': 'check',
  'report-fault': 'fault',
  'install-upgrade': 'upgrade',
  'remove-upgrade': 'upgrade',
  'repair-part': 'repair',
} as const
const toldWords: Record<string, string> = {
  'release-printer': 'Back in service',
  'finish-check': 'Check done',
  'install-upgrade': 'Upgrade installed',
}

/** One printer as built, its wear, and its history on the axis of its running hours. */
export async function printerPage(db: Db, printerId: string): Promise<Omit<PrinterPage, 'fresh'>> {
  const [head] = await printerHeads(db, [printerId])
  if (!head) throw new Refusal(404, 'not-there', 'There is no printer with this id.')
  const [built] = await db
    .select({
      modelId: printer.modelId,
      build: printerModel.build,
      takenInHours: printer.takenInHours,
      kits: printerModel.kits,
      bed: printerModel.bed,
    })
    .from(printer)
    .innerJoin(printerModel, eq(printerModel.id, printer.modelId))
    .where(eq(printer.id, printerId))
  const [{ duties, turns }, slots, fittings, faults, made, busy, done, job, marks, readings] = await Promise.all([
    dueOn(db, printerId),
    db.select().from(slot).where(eq(slot.printerId, printerId)).orderBy(asc(slot.position), asc(slot.addedAt)),
    db
      .select({ row: fitting, partTypeName: partType.name })
      .from(fitting)
      .innerJoin(partType, eq(partType.id, fitting.partTypeId))
      .where(and(eq(fitting.printerId, printerId), isNull(fitting.takenBackSeq)))
      .orderBy(asc(fitting.fittedAt)),
    openFaults(db, printerId),
    madeDuties(db, { printerId }),
    atWork(db, printerId),
    head.state === 'being taken in' ? stepsDone(db, printerId) : [],
    runningJob(db, printerId),
    ribbonMarks(db, printerId),
    ribbonReadings(db, printerId),
  ])
  return {
    printer: head,
    ...given(built),
    faults,
    next: nextOf(duties),
    madeDuties: made,
    atWork: busy,
    beforePrint: turns.find(({ checkType }) => checkType.beforePrint)?.checkType.name ?? null,
    stepsDone: done,
    job,
    slots: slots
      .filter(({ removedAt }) => removedAt === null)
      .map(({ id, name, kind }) => ({ id, name, kind, duty: duties.find((d) => d.slot.id === id) ?? null })),
    goneSlots: slots
      .filter(({ id, removedAt }) => removedAt !== null && fittings.some(({ row }) => row.slotId === id))
      .map(({ id, name }) => ({ id, name })),
    fittings: fittings.map(({ row, partTypeName }) => ({
      id: row.id,
      slotId: row.slotId,
      partTypeId: row.partTypeId,
      partTypeName,
      fittedHours: row.fittedHours,
      fittedAt: row.fittedAt.toISOString(),
      removedHours: row.removedHours,
      removedAt: row.removedAt?.toISOString() ?? null,
      removalReason: row.removalReason,
    })),
    marks,
    readings,
  }
}

async function stepsDone(db: Db, printerId: string) {
  const rows = await db
    .selectDistinct({ step: reading.step })
    .from(reading)
    .where(and(eq(reading.printerId, printerId), isNotNull(reading.step), isNull(reading.takenBackSeq)))
  return rows.map(({ step }) => given(step))
}

async function runningJob(db: Db, printerId: string): Promise<RunningJob | null> {
  const [row] = await db
    .select()
    .from(job)
    .where(and(eq(job.printerId, printerId), isNull(job.finishedSeq)))
  if (!row) return null
  const { id, name, startedAt, plannedHours, plannedMetres, material, spoolId } = row
  return { id, name, startedAt: startedAt.toISOString(), plannedHours, plannedMetres, material, spoolId }
}

async function ribbonMarks(db: Db, printerId: string): Promise<RibbonMark[]> {
  const evidence = await db
    .select({ row: usage, hours: counterPoint.hours })
    .from(usage)
    .innerJoin(counterPoint, and(eq(counterPoint.printerId, usage.printerId), eq(counterPoint.at, usage.at)))
    .where(and(eq(usage.printerId, printerId), isNull(usage.takenBackSeq)))
    .orderBy(desc(usage.at), desc(usage.seq))
    .limit(mostMarks)
  const gaps = gapsOf(evidence.map(({ row }) => row))
  const marks = evidence.map(({ row, hours }, i) => evidenceMark(row, hours, gaps[i] ?? null)).reverse()
  const told = await db
    .select()
    .from(logEntry)
    .where(and(eq(logEntry.printerId, printerId), inArray(logEntry.kind, Object.keys(toldKinds))))
    .orderBy(desc(logEntry.seq))
    .limit(mostMarks)
  const amendments = await db
    .select({ amendsSeq: logEntry.amendsSeq, payload: logEntry.payload })
    .from(logEntry)
    .where(
      inArray(
        logEntry.amendsSeq,
        told.map(({ seq }) => seq),
      ),
    )
    .orderBy(asc(logEntry.seq))
  if (told.length === 0) return marks
  const points = (
    await db
      .select()
      .from(counterPoint)
      .where(and(eq(counterPoint.printerId, printerId), gte(counterPoint.at, pointBefore(printerId, told))))
      .orderBy(asc(counterPoint.at))
  ).map(asPoint)
  for (const { seq, at, kind, payload: first } of told) {
    const own = amendments.filter(({ amendsSeq }) => amendsSeq === seq)
    if (own.some(({ payload }) => payload.takeBack === true)) continue
    const payload = Object.assign({}, first, ...own.map(({ payload }) => payload.correction)) as typeof first
    const place = placeAfter(points, at.getTime())
    const before = points[place - 1]
    if (!before) continue
    const after = points[place] ?? null
    marks.push({
      seq,
      runHours: counterAt(before, after, at.getTime()).hours,
      at: at.toISOString(),
      kind: toldKinds[kind as keyof typeof toldKinds],
      words: String(
        payload.text ?? payload.symptom ?? payload.reason ?? payload.what ?? payload.note ?? toldWords[kind] ?? '',
      ),
    })
  }
  return marks
}

/** Where the first point after a moment stands among points in order of time. */
function placeAfter(points: { atMs: number }[], atMs: number): number {
  let [low, high] = [0, points.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (given(points[middle]).atMs > atMs) high = middle
    else low = middle + 1
  }
  return low
}

/** The readings that were taken most often, as lines over the running hours. */
async function ribbonReadings(db: Db, printerId: string): Promise<RibbonReading[]> {
  const rows = await db
    .select({
      name: reading.name,
      unit: reading.unit,
      value: reading.value,
      counters: countersAtSql(reading.printerId, reading.at),
    })
    .from(reading)
    .where(and(eq(reading.printerId, printerId), isNull(reading.takenBackSeq), isNotNull(reading.value)))
    .orderBy(desc(reading.at), desc(reading.seq))
    .limit(mostMarks)
  const lines = new Map<string, RibbonReading>()
  for (const { name, unit, value, counters } of rows.reverse()) {
    const line = lines.get(name.toLowerCase()) ?? { name, unit: unit ?? '', points: [] }
    lines.set(name.toLowerCase(), line)
    line.points.push({ runHours: counters?.hours ?? 0, value: given(value) })
  }
  return [...lines.values()]
    .filter(({ points }) => points.length > 1)
    .sort((a, b) => b.points.length - a.points.length || a.name.localeCompare(b.name))
    .slice(0, mostLines)
}

function evidenceMark(row: UsageRow, runHours: number, gapHours: number | null): RibbonMark {
  const { seq, at, kind, meterHours, meterBeganAt, hours, explanation } = row
  const said = (value: number) => oneDecimal.format(value)
  const common = { seq, runHours, at: at.toISOString() }
  if (meterHours === null)
    return { ...common, kind: 'job', words: kind === 'idle' ? 'Nothing ran' : `${kind}, ${said(hours)} h` }
  const gap =
    gapHours === null
      ? ''
      : `, ${said(Math.abs(gapHours))} h ${gapHours > 0 ? 'more' : 'less'} than the jobs say` +
        (explanation ? `: ${explanation}` : ', not explained')
  return {
    ...common,
    kind: meterBeganAt !== null ? 'meter reset' : gapHours === null ? 'count' : 'gap',
    words: `Meter at ${plainNumber.format(meterHours)} h${gap}`,
  }
}

/** The point of the curve from which the oldest of these entries is reached. */
function pointBefore(printerId: string, told: { at: Date }[]) {
  const oldest = new Date(Math.min(...told.map(({ at }) => at.getTime())))
  return sql`coalesce((select max(p.at) from ${counterPoint} p where p.printer_id = ${printerId} and p.at <= ${oldest.toISOString()}::timestamptz), '-infinity')`
}
