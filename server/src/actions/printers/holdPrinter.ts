import type { HoldPrinter } from '@diatribon/contract'
import { goesDown, onHold } from '../pieces/down.ts'
import { Refusal } from '../../platform/refusal.ts'
import { requireHere } from '../pieces/requireHere.ts'
import type { ActionKind } from '../actionKind.ts'

export const holdPrinter: ActionKind<HoldPrinter> = {
  right: 'hold a printer',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, reason } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (printer.holdReason !== null)
      throw new Refusal(409, 'already-on-hold', `${printer.name} is already on hold: ${printer.holdReason}`)
    await goesDown(facts, { seq, siteId, printerId, at, faultId: null })
    facts.put('printer', onHold(printer, reason, at))
  },
  words: ({ reason }) => reason,
}
