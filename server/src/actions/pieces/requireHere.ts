import { Refusal } from '../../platform/refusal.ts'
import type { PrinterRow } from '../facts.ts'

/** @throws Refusal when the printer is retired */
export function requireHere(printer: PrinterRow): void {
  if (printer.retiredReason !== null)
    throw new Refusal(409, 'retired', `${printer.name} is retired (${printer.retiredReason}). Bring it back first.`)
}
