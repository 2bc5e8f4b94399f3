import type { FinishTakeIn } from '@diatribon/contract'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'

export const finishTakeIn: ActionKind<FinishTakeIn> = {
  right: 'measure printers',
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    if (!printer.takingIn) throw new Refusal(409, 'already-in', `The take-in of ${printer.name} is already done.`)
    facts.put('printer', { ...printer, takingIn: false })
  },
  words: ({ note }) => note ?? 'Taken in and ready',
}
