import type { FinishTakeIn } from '@diatribon/contract'
import type { OutOfOrder } from '@diatribon/core'
import { Refusal } from '../../platform/refusal.ts'
import { baselineThen } from '../../rules/baseline.ts'
import type { ActionKind } from '../actionKind.ts'

const said = (of: readonly OutOfOrder[]) => of.map(({ words }) => words).join('; ')

export const finishTakeIn: ActionKind<FinishTakeIn> = {
  right: 'measure printers',
  async whenSent(facts, { printerId, note, at }) {
    const printer = facts.printer(printerId)
    await facts.flush()
    const found = (await baselineThen(facts.db, printerId, new Date(at))).flatMap(({ outOfOrder }) => outOfOrder ?? [])
    const stops = found.filter(({ weight }) => weight === 'stop')
    if (stops.length > 0)
      throw new Refusal(
        409,
        'take-in-stopped',
        `${printer.name} must not go into service: ${said(stops)}. Leave it unplugged, have it put right by a qualified person, and tell that step again.`,
      )
    if (found.length > 0 && !note?.trim())
      throw new Refusal(
        409,
        'take-in-not-in-order',
        `Not everything on ${printer.name} is as it should be: ${said(found)}. Put it right and tell that step again, or say in the note what was decided about it.`,
      )
  },
  apply(facts, { action }) {
    const printer = facts.printer(action.printerId)
    if (!printer.takingIn) throw new Refusal(409, 'already-in', `The take-in of ${printer.name} is already done.`)
    facts.put('printer', { ...printer, takingIn: false })
  },
  words: ({ note }) => note ?? 'Taken in and ready',
}
