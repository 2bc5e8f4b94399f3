import { and, eq, isNull } from 'drizzle-orm'
import type { Facts, PrinterRow } from '../facts.ts'
import { downTime, workSpan } from '../../platform/tables.ts'

interface Happened {
  seq: number
  siteId: string
  printerId: string
  at: Date
}

async function openDownTime(facts: Facts, printerId: string) {
  const found = await facts.db
    .select()
    .from(downTime)
    .where(and(eq(downTime.printerId, printerId), isNull(downTime.untilAt)))
  return facts.loaded('downTime', found).find((row) => row.printerId === printerId && row.untilAt === null)
}

/** A printer goes out of service, unless it is already: the first reason counts. */
export async function goesDown(facts: Facts, of: Happened & { faultId: string | null }): Promise<void> {
  const open = await openDownTime(facts, of.printerId)
  if (open) {
    if (open.faultId === null && of.faultId) facts.put('downTime', { ...open, faultId: of.faultId })
    return
  }
  const { at, ...rest } = of
  facts.put('downTime', { ...rest, fromAt: at, untilAt: null })
}

/**
 * A report was none: the printer is down for the reasons that are left, from the first of them on. Without any it never was.
 * @param left since when it is on hold, and the other faults that say stop
 */
export async function wasNotDownFor(
  facts: Facts,
  of: { printerId: string; faultId: string },
  left: { heldAt: Date | null; others: { id: string; reportedAt: Date }[] },
): Promise<void> {
  const open = await openDownTime(facts, of.printerId)
  if (!open) return
  const [first] = left.others.toSorted((a, b) => a.reportedAt.getTime() - b.reportedAt.getTime())
  const reasons = [left.heldAt, first?.reportedAt].flatMap((at) => at?.getTime() ?? [])
  if (reasons.length === 0) facts.put('downTime', { ...open, faultId: null, untilAt: open.fromAt })
  else if (open.faultId === of.faultId) {
    const fromAt = new Date(Math.max(open.fromAt.getTime(), Math.min(...reasons)))
    facts.put('downTime', { ...open, faultId: first?.id ?? null, fromAt })
  }
}

/** It is in service again, and nobody is at work on it any more. */
export async function comesUp(facts: Facts, printerId: string, at: Date): Promise<void> {
  const open = await openDownTime(facts, printerId)
  if (open) facts.put('downTime', { ...open, untilAt: at > open.fromAt ? at : open.fromAt })
  for (const span of await openWork(facts, printerId))
    facts.put('workSpan', { ...span, untilAt: at > span.fromAt ? at : span.fromAt })
}

/** Who is at work on a printer. */
export async function openWork(facts: Facts, printerId: string) {
  const found = await facts.db
    .select()
    .from(workSpan)
    .where(and(eq(workSpan.printerId, printerId), isNull(workSpan.untilAt)))
  return facts.loaded('workSpan', found).filter((row) => row.printerId === printerId && row.untilAt === null)
}

/** From now on, what is changed on it must be put right before it is used again. */
export function upsetFrom(printer: PrinterRow, at: Date): PrinterRow {
  return printer.upsetSince === null || at < printer.upsetSince ? { ...printer, upsetSince: at } : printer
}

/** Takes a printer out of service. */
export function onHold(printer: PrinterRow, reason: string, at: Date): PrinterRow {
  return { ...upsetFrom(printer, at), holdReason: reason, heldAt: at }
}
