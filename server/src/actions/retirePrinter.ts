import type { RetirePrinter } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import type { PrinterRow } from './facts.ts'

export const retirePrinter: ActionKind<RetirePrinter> = {
  right: 'set up the site',
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    requireHere(printer)
    facts.put('printer', { ...printer, retiredReason: action.reason })
  },
  words: ({ reason }) => reason,
}

/** @throws Refusal when the printer is retired */
export function requireHere(printer: PrinterRow): void {
  if (printer.retiredReason !== null)
    throw new Refusal(409, 'retired', `${printer.name} is retired (${printer.retiredReason}). Bring it back first.`)
}
