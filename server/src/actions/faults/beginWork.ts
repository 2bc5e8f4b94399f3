import type { BeginWork } from '@diatribon/contract'
import { openWork } from '../pieces/down.ts'
import { openFault } from '../pieces/openFault.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const beginWork: ActionKind<BeginWork> = {
  right: 'work on faults',
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, faultId = null } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (faultId) await openFault(facts, faultId, printerId)
    if ((await openWork(facts, printerId)).some((span) => span.personId === personId))
      throw new Refusal(409, 'already-at-work', `You are already at work on ${printer.name}.`)
    facts.put('workSpan', {
      seq,
      siteId,
      printerId,
      faultId,
      personId,
      fromAt: at,
      untilAt: null,
      waitingFor: null,
    })
  },
  words: () => 'At work on it',
}
