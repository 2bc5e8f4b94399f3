import { and, eq, isNull } from 'drizzle-orm'
import type { PrinterEvent } from '@diatribon/contract'
import type { Facts, PrinterRow } from '../actions/facts.ts'
import { printerEvent } from '../platform/tables.ts'

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

/** Events that an entry told of did not happen. */
export async function takeBackEvents(facts: Facts, entrySeq: number, bySeq: number): Promise<void> {
  await facts.flush()
  const rows = await facts.db
    .select()
    .from(printerEvent)
    .where(and(eq(printerEvent.seq, entrySeq), isNull(printerEvent.takenBackSeq)))
  for (const row of rows) facts.put('printerEvent', { ...row, takenBackSeq: bySeq })
}

/** A printer that prints something else than last time: kept, and an event when there was a last time. */
export function noticeMaterial(facts: Facts, of: Happened & { material: string | null }): void {
  const { material, ...happened } = of
  const printer = facts.printer(of.printerId)
  if (material === null || printer.material === material) return
  if (printer.material !== null)
    putEvent(facts, { ...happened, event: 'material changed', words: `${printer.material}, then ${material}` })
  facts.put('printer', { ...printer, material })
}

/** The printer as it was, from `from` on running again: an event when it had stood for a week. */
export function noticePause(facts: Facts, before: PrinterRow, of: Happened & { from: Date }): void {
  const { from, ...happened } = of
  if (!before.ranAt || from.getTime() - before.ranAt.getTime() < pauseMs) return
  const days = Math.floor((from.getTime() - before.ranAt.getTime()) / (24 * 3600_000))
  putEvent(facts, { ...happened, event: 'pause over', words: `${days} days without running` })
}
