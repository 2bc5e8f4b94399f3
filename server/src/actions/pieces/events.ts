import { and, eq, isNull, sql } from 'drizzle-orm'
import type { PrinterEvent } from '@diatribon/contract'
import type { Facts, PrinterRow } from '../facts.ts'
import { printerEvent } from '../../platform/tables.ts'
import { changeOf, changeWords, materialChanged } from '../../rules/materialFamily.ts'

/** Without running for so long, a printer has had a pause. Common practice, no source. */
const pauseMs = 7 * 24 * 3600_000

interface Happened {
  seq: number
  siteId: string
  printerId: string
  at: Date
}

/** Something happened to a printer that checks and readings may have to follow. */
export function putEvent(facts: Facts, of: Happened & { event: PrinterEvent; words: string | null }): void {
  facts.put('printerEvent', { id: `${of.seq} ${of.event}`, ...of, takenBackSeq: null })
}

type EventRow = typeof printerEvent.$inferSelect

/** Events that an entry told of, and whether each was the last of its sort on its printer. */
export async function eventsOf(facts: Facts, entrySeq: number): Promise<(EventRow & { isLast: boolean })[]> {
  await facts.flush()
  const later = sql<boolean>`NOT EXISTS (SELECT FROM printer_event l WHERE l.printer_id = ${printerEvent.printerId}
    AND l.event = ${printerEvent.event} AND l.seq > ${printerEvent.seq} AND l.taken_back_seq IS NULL)`
  const rows = await facts.db
    .select({ row: printerEvent, isLast: later })
    .from(printerEvent)
    .where(and(eq(printerEvent.seq, entrySeq), isNull(printerEvent.takenBackSeq)))
  return rows.map(({ row, isLast }) => ({ ...row, isLast }))
}

/** Events did not happen after all: the printer prints again what it did before the last change of material. */
export function takeBackEvents(facts: Facts, events: Awaited<ReturnType<typeof eventsOf>>, bySeq: number): void {
  for (const { isLast, ...row } of events) {
    facts.put('printerEvent', { ...row, takenBackSeq: bySeq })
    const printer = facts.printer(row.printerId)
    const change = row.event === materialChanged && isLast ? changeOf(row.words) : null
    if (change && change.to === printer.material) facts.put('printer', { ...printer, material: change.from })
  }
}

/** A printer that prints something else than last time: kept, and an event when there was a last time. */
export function noticeMaterial(facts: Facts, of: Happened & { material: string | null }): void {
  const { material, ...happened } = of
  const printer = facts.printer(of.printerId)
  if (material === null || printer.material === material) return
  if (printer.material !== null)
    putEvent(facts, { ...happened, event: materialChanged, words: changeWords(printer.material, material) })
  facts.put('printer', { ...printer, material })
}

/** The printer as it was, from `from` on running again: an event when it had stood for a week. */
export function noticePause(facts: Facts, before: PrinterRow, of: Happened & { from: Date }): void {
  const { from, ...happened } = of
  if (!before.ranAt || from.getTime() - before.ranAt.getTime() < pauseMs) return
  const days = Math.floor((from.getTime() - before.ranAt.getTime()) / (24 * 3600_000))
  putEvent(facts, { ...happened, event: 'pause over', words: `${days} days without running` })
}
