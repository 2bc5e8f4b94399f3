import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import { noCounters, given } from '@diatribon/core'
import type { Facts, FittingRow, UsageRow } from '../facts.ts'
import { wallMoment } from '../../platform/wallClock.ts'
import { Refusal } from '../../platform/refusal.ts'
import { fitting, usage } from '../../platform/tables.ts'
import { drawFrom, fittedAtCounters } from './placeEvidence.ts'

/** All that was told of a printer's counters, and all its fittings and where their parts went on, read before anything is written. */
export interface TakeInHistory {
  usage: UsageRow[]
  fittings: FittingRow[]
}

export async function takeInHistory(facts: Facts, printerId: string): Promise<TakeInHistory> {
  await facts.flush()
  const { db } = facts
  const stored = await db
    .select()
    .from(usage)
    .where(and(eq(usage.printerId, printerId), isNull(usage.takenBackSeq)))
    .orderBy(asc(usage.at), asc(usage.seq))
  const own = db
    .select({ partId: fitting.partId })
    .from(fitting)
    .where(and(eq(fitting.printerId, printerId), isNull(fitting.takenBackSeq)))
  const fittings = await db
    .select()
    .from(fitting)
    .where(and(inArray(fitting.partId, own), isNull(fitting.takenBackSeq)))
  facts.loaded('fitting', fittings)
  return { usage: stored, fittings }
}

/**
 * A printer was taken in on another day, or its meter showed another figure then: its counters are drawn anew from there,
 * and the parts that it came with sit in it since that day.
 * @param of.at null: the day stays; of.meterHours null: the figure stays
 * @throws Refusal when something is told of the time before the new day
 */
export async function restartCounters(
  facts: Facts,
  of: {
    printerId: string
    takeInSeq: number
    seq: number
    at: Date | null
    meterHours: number | null
    history: TakeInHistory
  },
): Promise<void> {
  const { printerId, takeInSeq, seq, history } = of
  const printer = facts.printer(printerId)
  const stored = history.usage
  const fittings = history.fittings.filter((row) => row.printerId === printerId)
  const takeIn = given(stored.find((row) => row.seq === takeInSeq))
  const at = of.at ?? takeIn.at
  const meterHours = of.meterHours ?? given(takeIn.meterHours)
  const rows = stored.filter((row) => row.seq !== takeInSeq)
  const told = [
    ...rows.map(({ fromAt }) => fromAt),
    ...fittings.flatMap(({ fittedSeq, fittedAt, removedAt }) =>
      fittedSeq === takeInSeq ? (removedAt ? [removedAt] : []) : [fittedAt],
    ),
  ].sort((a, b) => a.getTime() - b.getTime())[0]
  if (told && told < at) {
    const { timeZone } = await facts.site(printer.siteId)
    throw new Refusal(
      409,
      'told-before',
      `Something is told of ${printer.name} on ${wallMoment(timeZone, told)}: it was here by then. Choose an earlier moment.`,
    )
  }
  const anchor = { ...takeIn, at, fromAt: at, meterHours }
  const start = { atMs: at.getTime(), ...noCounters, hours: meterHours }
  facts.put('usage', anchor)
  facts.put('printer', { ...printer, takenInHours: meterHours })
  for (const row of fittings)
    if (row.fittedSeq === takeInSeq)
      facts.put('fitting', { ...row, fittedAt: at, ...fittedAtCounters(start), changedSeq: seq })
  await drawFrom(facts, { printerId, seq, anchor, start, rows })
}
