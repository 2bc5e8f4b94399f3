import type { RefitGuard, RemoveGuard } from '@diatribon/contract'
import { upsetFrom } from '../faults/down.ts'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { requireHere } from './retirePrinter.ts'

export const removeGuard: ActionKind<RemoveGuard> = {
  right: 'remove guards',
  async apply(facts, { siteId, personId, at, action }) {
    const { printerId, guardId, guard, risk } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (printer.holdReason === null)
      throw new Refusal(
        409,
        'not-on-hold',
        `Put ${printer.name} on hold first: nobody may use it while a guard is off.`,
      )
    if (await facts.look('guard', guardId))
      throw new Refusal(409, 'already-here', 'There is already a guard with this id.')
    facts.put('printer', upsetFrom(printer, at))
    facts.put('guard', { id: guardId, siteId, printerId, name: guard, risk, offAt: at, offBy: personId, backSeq: null })
  },
  words: ({ guard, risk }) => `${guard}. Risk: ${risk}. Cautions confirmed`,
}

export const refitGuard: ActionKind<RefitGuard> = {
  right: 'remove guards',
  async apply(facts, { seq, action }) {
    const { printerId, guardId } = action
    const row = await facts.get('guard', guardId, 'guard')
    if (row.printerId !== printerId)
      throw new Refusal(409, 'guard-of-another-printer', 'This guard belongs to another printer.')
    if (row.backSeq !== null) throw new Refusal(409, 'already-back', `“${row.name}” is back in its place already.`)
    facts.put('guard', { ...row, backSeq: seq })
  },
  words: () => 'Back in its place',
}
