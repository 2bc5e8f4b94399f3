import type { CounterPoint } from '@diatribon/core'
import type { Facts, UsageRow } from '../facts.ts'

/** What a printer's curve follows from after one of its readings. */
export interface PrinterHistory {
  anchor: UsageRow
  /** Counters at the anchor. */
  start: CounterPoint
  /** In force after the anchor, in order. */
  rows: UsageRow[]
}

/** The printer's curve after a moment is forgotten; its new points are put after this. */
export const cutCurve = (facts: Facts, printerId: string, after: Date): void =>
  facts.remove('counterPoint', (row) => row.printerId === printerId && row.at > after, {
    text: 'DELETE FROM counter_point WHERE printer_id = $1 AND at > $2',
    values: [printerId, after],
  })

const noteOf = (printerId: string) => `history of ${printerId}`

/** A printer's evidence since a reading, as this transaction has it: read once, however many late pieces come. */
export const historyOf = (facts: Facts, printerId: string) => facts.noted<PrinterHistory>(noteOf(printerId))

/** @param history undefined when it no longer holds */
export const keepHistory = (facts: Facts, printerId: string, history: PrinterHistory | undefined): void =>
  facts.note(noteOf(printerId), history)
