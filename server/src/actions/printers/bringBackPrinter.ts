import type { BringBackPrinter } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const bringBackPrinter: ActionKind<BringBackPrinter> = {
  right: 'set up the site',
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    if (printer.retiredReason === null) throw new Refusal(409, 'not-retired', `${printer.name} is not retired.`)
    facts.put('printer', { ...printer, retiredReason: null })
  },
  words: ({ note }) => note ?? 'Back in the workshop',
}
