import type { ReleasePrinter } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'

export const releasePrinter: ActionKind<ReleasePrinter> = {
  right: 'release a printer',
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    if (printer.holdReason === null)
      throw new Refusal(409, 'not-on-hold', `${printer.name} is already in service; there is no hold to release.`)
    facts.put('printer', { ...printer, holdReason: null })
  },
  words: ({ note }) => note ?? 'Back in service',
}
