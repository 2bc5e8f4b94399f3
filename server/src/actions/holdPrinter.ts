import type { HoldPrinter } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import { requireHere } from './retirePrinter.ts'
import type { ActionKind } from './actionKind.ts'

export const holdPrinter: ActionKind<HoldPrinter> = {
  right: 'hold a printer',
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    requireHere(printer)
    if (printer.holdReason !== null)
      throw new Refusal(409, 'already-on-hold', `${printer.name} is already on hold: ${printer.holdReason}`)
    facts.put('printer', { ...printer, holdReason: action.reason })
  },
  words: ({ reason }) => reason,
}
