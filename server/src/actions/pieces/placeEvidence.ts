import { and, asc, desc, eq, gt, gte, isNotNull, isNull, lt, lte, min, or } from 'drizzle-orm'
import {
  checkPiece,
  combine,
  counterAt,
  counterCurve,
  InputProblem,
  type CounterPoint,
  type Counters,
  type Evidence,
  given,
} from '@diatribon/core'
import type { Facts, FittingRow, PrinterRow, UsageRow } from '../facts.ts'
import { noticePause } from './events.ts'
import { wallMoment } from '../../platform/wallClock.ts'
import { Refusal, refusalOf } from '../../platform/refusal.ts'
import { counterPoint, fitting, usage } from '../../platform/tables.ts'
import { fittingsChangedAfter } from './inPlace.ts'
import { cutCurve, historyOf, keepHistory, type PrinterHistory } from './curve.ts'

/** A piece of evidence as a row, from the few figures that its kind has. */
export function usageRow(
  of: Pick<UsageRow, 'seq' | 'siteId' | 'printerId' | 'kind' | 'at'> & Partial<UsageRow>,
): UsageRow {
  return {
    fromAt: of.at,
    meterHours: null,
    meterBeganAt: null,
    oldMeterEndedAt: null,
    hours: 0,
    prints: 0,
    metres: 0,
    abrasive: false,
    explanation: null,
    takenBackSeq: null,
    ...of,
  }
}

/** Puts a piece of evidence at its own time. The usual case, later than all others, needs no look into history. */
export async function placeEvidence(facts: Facts, row: UsageRow): Promise<void> {
  const printer = facts.printer(row.printerId)
  const isMeter = row.meterHours !== null
  const isNewest = row.fromAt >= printer.countedAt && row.kind !== 'spool'
  // Jobs since the last reading are weighed against the meter, so a reading after them looks back to the one before.
  if (!isNewest || (isMeter && printer.meterAt < printer.countedAt)) {
    const history = historyOf(facts, printer.id)
    // A further late piece of the same transaction: what it is weighed against is at hand.
    if (history && row.fromAt > history.anchor.at && row.kind !== 'spool')
      return drawAnew(facts, printer, row.seq, [row], {
        ...history,
        rows: inOrder([...history.rows, row]),
        earlier: [],
      })
    return recountFrom(facts, printer, row.fromAt, row.seq, [row])
  }
  keepHistory(facts, printer.id, undefined)
  refuseImpossible(() => checkPiece(asEvidence(row)))
  const before = pointOf(printer)
  const { points } = refuseImpossible(() =>
    counterCurve({ ...before, meterShows: printer.meterHours }, [asEvidence(row)]),
  )
  facts.put('usage', row)
  putPoints(facts, printer, points)
  const newest = points[points.length - 1] ?? before
  if (newest.hours > before.hours) {
    const { seq, siteId, printerId, at } = row
    // A meter that stood still tells of a pause up to the reading before this one; a job tells when it began.
    const from = isMeter ? printer.countedAt : row.fromAt
    noticePause(facts, printer, { seq, siteId, printerId, at, from })
  }
  putNewest(facts, printer, newest, row.seq, isMeter ? row : null)
  placeFittings(facts, printer.id, [before, ...points], row.seq)
}

/**
 * Recounts a printer after its evidence changed at `from`: new, corrected or taken-back pieces are given as rows.
 * Every later counter and every fitting from there on follows.
 */
export async function recountFrom(
  facts: Facts,
  printer: PrinterRow,
  from: Date,
  entrySeq: number,
  changes: UsageRow[],
): Promise<void> {
  await facts.flush()
  const { db } = facts
  const inForce = and(eq(usage.printerId, printer.id), isNull(usage.takenBackSeq))
  const changed = new Set(changes.map(({ seq }) => seq))
  const meterBefore = async (when: ReturnType<typeof lt>) =>
    (
      await db
        .select()
        .from(usage)
        .where(and(inForce, isNotNull(usage.meterHours), when))
        .orderBy(desc(usage.at), desc(usage.seq))
        .limit(1)
    )[0]
  const [spoolOver] = await db
    .select({ from: min(usage.fromAt) })
    .from(usage)
    .where(and(inForce, eq(usage.kind, 'spool'), lt(usage.fromAt, from), gte(usage.at, from)))
  // What a spool leaves to its jobs changes from where it was put on.
  const since = spoolOver?.from && spoolOver.from < from ? spoolOver.from : from
  const anchor = (await meterBefore(lt(usage.at, since))) ?? (await meterBefore(lte(usage.at, since)))
  if (!anchor || changed.has(anchor.seq))
    throw new Refusal(
      409,
      'before-take-in',
      `${printer.name} was not here yet at that time: its first reading is later.`,
    )
  const stored = await db
    .select()
    .from(usage)
    .where(and(inForce, or(gt(usage.at, anchor.at), and(eq(usage.at, anchor.at), gt(usage.seq, anchor.seq)))))
    .orderBy(asc(usage.at), asc(usage.seq))
  const rows = inOrder([
    ...stored.filter(({ seq }) => !changed.has(seq)),
    ...changes.filter(({ takenBackSeq }) => takenBackSeq === null),
  ])
  const spoolStart = Math.min(...rows.filter(({ kind }) => kind === 'spool').map(({ fromAt }) => fromAt.getTime()))
  // A spool put on before the anchor is shared with the jobs that it has fed since.
  const earlier =
    spoolStart < anchor.at.getTime()
      ? await db
          .select()
          .from(usage)
          .where(and(inForce, eq(usage.kind, 'job'), gt(usage.at, new Date(spoolStart)), lte(usage.at, anchor.at)))
      : []
  const [start] = await db
    .select()
    .from(counterPoint)
    .where(and(eq(counterPoint.printerId, printer.id), eq(counterPoint.at, anchor.at)))
  const touched = await db
    .select()
    .from(fitting)
    .where(
      and(
        eq(fitting.printerId, printer.id),
        isNull(fitting.takenBackSeq),
        or(gte(fitting.fittedAt, anchor.at), gte(fitting.removedAt, anchor.at)),
      ),
    )
  facts.loaded('fitting', touched)
  await drawAnew(facts, printer, entrySeq, changes, { anchor, start: asPoint(given(start)), rows, earlier })
}

/** Draws a printer's whole curve anew from the reading that it begins with. */
export async function drawFrom(
  facts: Facts,
  of: { printerId: string; seq: number } & Pick<PrinterHistory, 'anchor' | 'start' | 'rows'>,
): Promise<void> {
  const { printerId, seq, anchor, start, rows } = of
  const printer = facts.printer(printerId)
  cutCurve(facts, printerId, new Date(0))
  await drawAnew(facts, printer, seq, [], { anchor, start, rows: inOrder(rows), earlier: [] })
  putPoints(facts, printer, [start])
}

const inOrder = (rows: UsageRow[]) => rows.sort((a, b) => a.at.getTime() - b.at.getTime() || a.seq - b.seq)

/** Draws a printer's curve anew from one of its readings on, and moves the fittings with it. */
async function drawAnew(
  facts: Facts,
  printer: PrinterRow,
  entrySeq: number,
  changes: UsageRow[],
  { anchor, start, rows, earlier }: PrinterHistory & { earlier: UsageRow[] },
): Promise<void> {
  for (const row of changes) {
    if (row.takenBackSeq !== null) continue
    refuseImpossible(() => checkPiece(asEvidence(row)))
    await refuseOverlap(facts, printer, row, rows)
  }
  const before = { ...start, meterShows: given(anchor.meterHours) }
  const { points } = refuseImpossible(() => counterCurve(before, [...earlier, ...rows].map(asEvidence)))
  // Spools are shared out between jobs from before the anchor on: they are read again each time.
  const isPlain = earlier.length === 0 && rows.every(({ kind }) => kind !== 'spool')
  keepHistory(facts, printer.id, isPlain ? { anchor, start, rows } : undefined)
  for (const row of changes) facts.put('usage', row)
  cutCurve(facts, printer.id, anchor.at)
  putPoints(facts, printer, points)
  const newestMeter = rows.findLast(({ meterHours }) => meterHours !== null) ?? anchor
  putNewest(facts, printer, points[points.length - 1] ?? before, entrySeq, newestMeter)
  placeFittings(facts, printer.id, [before, ...points], entrySeq)
}

/** Counters of a printer at a moment, from its evidence. */
export async function countersAt(facts: Facts, printer: PrinterRow, at: Date): Promise<Counters> {
  if (at >= printer.countedAt) return pointOf(printer)
  await facts.flush()
  const side = async (condition: ReturnType<typeof lt>, order: ReturnType<typeof asc>) =>
    (
      await facts.db
        .select()
        .from(counterPoint)
        .where(and(eq(counterPoint.printerId, printer.id), condition))
        .orderBy(order)
        .limit(1)
    )[0]
  const before = await side(lte(counterPoint.at, at), desc(counterPoint.at))
  const after = await side(gt(counterPoint.at, at), asc(counterPoint.at))
  if (!before) throw new Refusal(409, 'before-take-in', `${printer.name} was not here yet at that time.`)
  return counterAt(asPoint(before), after ? asPoint(after) : null, at.getTime())
}

/** Counter marks of a fitting where a part goes in, or comes out. */
export const fittedAtCounters = ({ hours, prints, metres, abrasiveMetres }: Counters) => ({
  fittedHours: hours,
  fittedPrints: prints,
  fittedMetres: metres,
  fittedAbrasiveMetres: abrasiveMetres,
})
export const removedAtCounters = ({ hours, prints, metres, abrasiveMetres }: Counters) => ({
  removedHours: hours,
  removedPrints: prints,
  removedMetres: metres,
  removedAbrasiveMetres: abrasiveMetres,
})
export const fittedCountersOf = (row: FittingRow): Counters => ({
  hours: row.fittedHours,
  prints: row.fittedPrints,
  metres: row.fittedMetres,
  abrasiveMetres: row.fittedAbrasiveMetres,
})

/** The evidence of a row, for the sums. */
export function asEvidence(row: UsageRow): Evidence {
  const { kind, fromAt, at, meterHours, meterBeganAt, oldMeterEndedAt, hours, prints, metres, abrasive } = row
  return {
    kind: kind === 'take-in' ? 'meter' : kind,
    fromMs: fromAt.getTime(),
    atMs: at.getTime(),
    meter: meterHours === null ? null : { shows: meterHours, beganAt: meterBeganAt, oldEndedAt: oldMeterEndedAt },
    hours,
    prints,
    metres,
    abrasive,
  }
}

export function asPoint({ at, hours, prints, metres, abrasiveMetres }: Counters & { at: Date }): CounterPoint {
  return { atMs: at.getTime(), hours, prints, metres, abrasiveMetres }
}

const pointOf = (printer: PrinterRow): CounterPoint => asPoint({ ...printer, at: printer.countedAt })

/** A printer does one thing at a time. */
async function refuseOverlap(facts: Facts, printer: PrinterRow, row: UsageRow, rows: UsageRow[]): Promise<void> {
  if (row.kind !== 'job' && row.kind !== 'idle') return
  const other = rows.find(
    (r) =>
      r.seq !== row.seq &&
      (r.kind === 'job' || (r.kind === 'idle' && row.kind === 'job')) &&
      r.fromAt < row.at &&
      r.at > row.fromAt &&
      overlapMs(r, row) > overlapSlackMs,
  )
  if (!other) return
  const { timeZone } = await facts.site(printer.siteId)
  throw new Refusal(
    409,
    'overlap',
    `${printer.name} ${other.kind === 'job' ? 'ran another job' : 'was said to be idle'} from ` +
      `${wallMoment(timeZone, other.fromAt)} to ${wallMoment(timeZone, other.at)}; the two cannot both be. Amend the wrong one.`,
  )
}
/** Clocks of devices differ a little. */
const overlapSlackMs = 60_000
const overlapMs = (a: UsageRow, b: UsageRow) =>
  Math.min(a.at.getTime(), b.at.getTime()) - Math.max(a.fromAt.getTime(), b.fromAt.getTime())

function refuseImpossible<T>(work: () => T): T {
  try {
    return work()
  } catch (error) {
    throw error instanceof InputProblem ? refusalOf(error, 409) : error
  }
}

function putPoints(facts: Facts, printer: PrinterRow, points: CounterPoint[]): void {
  for (const { atMs, hours, prints, metres, abrasiveMetres } of points)
    facts.put('counterPoint', {
      id: `${printer.id} ${atMs}`,
      siteId: printer.siteId,
      printerId: printer.id,
      at: new Date(atMs),
      hours,
      prints,
      metres,
      abrasiveMetres,
    })
}

function putNewest(
  facts: Facts,
  printer: PrinterRow,
  newest: CounterPoint,
  curveSeq: number,
  meter: UsageRow | null,
): void {
  const { atMs, hours, prints, metres, abrasiveMetres } = newest
  facts.put('printer', {
    ...printer,
    hours,
    prints,
    metres,
    abrasiveMetres,
    countedAt: new Date(atMs),
    curveSeq,
    ranAt: hours > printer.hours ? new Date(atMs) : printer.ranAt,
    ...(meter ? { meterHours: given(meter.meterHours), meterAt: meter.at } : {}),
  })
}

/** Fittings whose ends lie after the first point get the counters that now follow from the evidence. */
function placeFittings(facts: Facts, printerId: string, points: CounterPoint[], changedSeq: number): void {
  const first = new Date(given(points[0]).atMs)
  const countersAtMoment = (at: Date) => {
    const ms = at.getTime()
    let low = 0
    let high = points.length - 1
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (given(points[middle]).atMs <= ms) low = middle
      else high = middle - 1
    }
    return counterAt(given(points[low]), points[low + 1] ?? null, ms)
  }
  for (const row of fittingsChangedAfter(facts, printerId, first)) {
    const next: FittingRow = { ...row }
    if (row.fittedAt > first) Object.assign(next, fittedAtCounters(countersAtMoment(row.fittedAt)))
    if (row.removedAt && row.removedAt > first)
      // A part that came out at the hour it went in has not run; it never runs backwards.
      Object.assign(
        next,
        removedAtCounters(combine(countersAtMoment(row.removedAt), fittedCountersOf(next), (a, b) => Math.max(a, b))),
      )
    const same = (Object.keys(next) as (keyof FittingRow)[]).every((name) => next[name] === row[name])
    if (!same) facts.put('fitting', { ...next, changedSeq })
  }
}
