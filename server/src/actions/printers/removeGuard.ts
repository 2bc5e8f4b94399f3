import type { RemoveGuard } from '@diatribon/contract'
import { upsetFrom } from '../pieces/down.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

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
