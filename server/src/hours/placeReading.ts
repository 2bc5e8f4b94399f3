import { and, asc, desc, eq, gte, isNull, lt, or } from 'drizzle-orm'
import { counterAt, Problem, recount, type CountedReading, type MeterReading } from '@diatribon/core'
import type { Facts, FittingRow, PrinterRow, UsageRow } from '../actions/facts.ts'
import { Refusal, refusalOf } from '../platform/refusal.ts'
import { fitting, usage } from '../platform/tables.ts'

export type NewReading = Omit<UsageRow, 'runHours'>

/** Puts a meter reading at its own time. The usual case, newer than all others, needs no look into history. */
export async function placeReading(facts: Facts, reading: NewReading): Promise<void> {
  const printer = facts.printer(reading.printerId)
  if (reading.at < printer.countedAt) return recountFrom(facts, printer, reading.at, reading.seq, [reading])
  const before = {
    atMs: printer.countedAt.getTime(),
    meterHours: printer.meterHours,
    meterWasReset: false,
    runHours: printer.runHours,
  }
  const [counted] = recountOrRefuse(before, [asReading(reading)])
  facts.put('usage', { ...reading, runHours: counted!.runHours })
  putNewest(facts, printer, counted!)
  placeFittings(facts, printer.id, [before, counted!], reading.seq)
}

/**
 * Recounts a printer after its evidence changed at `from`: new, corrected or taken-back readings are given as rows.
 * Every later counter and every fitting from there on follows.
 */
export async function recountFrom(
  facts: Facts,
  printer: PrinterRow,
  from: Date,
  entrySeq: number,
  changes: NewReading[],
): Promise<void> {
  await facts.flush()
  const inForce = and(eq(usage.printerId, printer.id), isNull(usage.takenBackSeq))
  const [anchor] = await facts.db
    .select()
    .from(usage)
    .where(and(inForce, lt(usage.at, from)))
    .orderBy(desc(usage.at), desc(usage.seq))
    .limit(1)
  if (!anchor)
    throw new Refusal(
      409,
      'before-take-in',
      `${printer.name} was not here yet at that time: its first reading is later.`,
    )
  const stored = await facts.db
    .select()
    .from(usage)
    .where(and(inForce, gte(usage.at, from)))
    .orderBy(asc(usage.at), asc(usage.seq))
  const changed = new Set(changes.map(({ seq }) => seq))
  const rows: NewReading[] = [
    ...stored.filter(({ seq }) => !changed.has(seq)),
    ...changes.filter(({ takenBackSeq }) => takenBackSeq === null),
  ].sort((a, b) => a.at.getTime() - b.at.getTime() || a.seq - b.seq)
  const start: CountedReading = { ...asReading(anchor), runHours: anchor.runHours }
  const counted = recountOrRefuse(start, rows.map(asReading))
  const touched = await facts.db
    .select()
    .from(fitting)
    .where(
      and(
        eq(fitting.printerId, printer.id),
        isNull(fitting.takenBackSeq),
        or(gte(fitting.fittedAt, anchor.at), gte(fitting.removedAt, anchor.at)),
      ),
    )
  facts.loadFittings(touched)
  rows.forEach((row, i) => facts.put('usage', { ...row, runHours: counted[i]!.runHours }))
  for (const row of changes) if (row.takenBackSeq !== null) facts.put('usage', { ...row, runHours: anchor.runHours })
  putNewest(facts, printer, counted[counted.length - 1] ?? start)
  placeFittings(facts, printer.id, [start, ...counted], entrySeq)
}

/** Running hours of a printer at a moment, from its evidence. */
export async function runHoursAt(facts: Facts, printer: PrinterRow, at: Date): Promise<number> {
  if (at >= printer.countedAt) return printer.runHours
  await facts.flush()
  const inForce = and(eq(usage.printerId, printer.id), isNull(usage.takenBackSeq))
  const side = async (condition: ReturnType<typeof lt>, order: ReturnType<typeof asc>) =>
    (await facts.db.select().from(usage).where(and(inForce, condition)).orderBy(order).limit(1))[0]
  const before = await side(lt(usage.at, at), desc(usage.at))
  const after = await side(gte(usage.at, at), asc(usage.at))
  if (!before) throw new Refusal(409, 'before-take-in', `${printer.name} was not here yet at that time.`)
  return counterAt(asPoint(before), after ? asPoint(after) : null, at.getTime())
}

function asReading({ at, meterHours, meterWasReset }: NewReading): MeterReading {
  return { atMs: at.getTime(), meterHours, meterWasReset }
}

function asPoint({ at, runHours }: UsageRow) {
  return { atMs: at.getTime(), runHours }
}

function recountOrRefuse(before: CountedReading, readings: MeterReading[]): CountedReading[] {
  try {
    return recount(before, readings)
  } catch (error) {
    throw error instanceof Problem ? refusalOf(error, 409) : error
  }
}

function putNewest(facts: Facts, printer: PrinterRow, newest: CountedReading): void {
  const { meterHours, runHours, atMs } = newest
  facts.put('printer', { ...printer, meterHours, runHours, countedAt: new Date(atMs) })
}

/** Fittings whose ends lie after the first point get the hours that now follow from the evidence. */
function placeFittings(facts: Facts, printerId: string, points: CountedReading[], changedSeq: number): void {
  const first = new Date(points[0]!.atMs)
  const hoursAt = (at: Date) => {
    const ms = at.getTime()
    let low = 0
    let high = points.length - 1
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (points[middle]!.atMs <= ms) low = middle
      else high = middle - 1
    }
    return counterAt(points[low]!, points[low + 1] ?? null, ms)
  }
  for (const row of facts.fittingsChangedAfter(printerId, first)) {
    const next: FittingRow = { ...row }
    if (row.fittedAt > first) next.fittedHours = hoursAt(row.fittedAt)
    if (row.removedAt && row.removedAt > first) next.removedHours = hoursAt(row.removedAt)
    if (next.fittedHours === row.fittedHours && next.removedHours === row.removedHours) continue
    facts.put('fitting', { ...next, changedSeq })
  }
}
