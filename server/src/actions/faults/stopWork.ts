import type { StopWork } from '@diatribon/contract'
import { openWork } from '../pieces/down.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

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
