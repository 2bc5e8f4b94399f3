import type { BeginWork, StopWork } from '@diatribon/contract'
import { openWork } from '../faults/down.ts'
import { openFault } from '../faults/openFault.ts'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { requireHere } from './retirePrinter.ts'

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

export const stopWork: ActionKind<StopWork> = {
  right: 'work on faults',
  async apply(facts, { personId, at, action }) {
    const { printerId, waitingFor = null } = action
    const span = (await openWork(facts, printerId)).find((one) => one.personId === personId)
    if (!span)
      throw new Refusal(
        409,
        'not-at-work',
        `You are not at work on ${facts.printer(printerId).name}; nothing to lay down.`,
      )
    facts.put('workSpan', { ...span, untilAt: at > span.fromAt ? at : span.fromAt, waitingFor })
  },
  words: ({ waitingFor }) => (waitingFor ? `Waiting for ${waitingFor}` : 'Laid down'),
}
