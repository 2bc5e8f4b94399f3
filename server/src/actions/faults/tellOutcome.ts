import type { TellOutcome } from '@diatribon/contract'
import { openFault } from '../pieces/openFault.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const tellOutcome: ActionKind<TellOutcome> = {
  right: 'work on faults',
  async apply(facts, { action }) {
    const { printerId, faultId, changeId, outcome, note } = action
    await openFault(facts, faultId, printerId)
    const step = await facts.get('faultStep', changeId, 'change')
    if (step.faultId !== faultId || step.kind !== 'change')
      throw new Refusal(409, 'change-of-another-fault', 'This change belongs to another fault.')
    if (step.outcome !== null)
      throw new Refusal(
        409,
        'already-told',
        `It was told already: after “${step.words}” the fault was ${step.outcome}.`,
      )
    facts.put('faultStep', { ...step, outcome, note: note ?? step.note })
  },
  words: ({ outcome }) => `After the last change the fault is ${outcome}`,
}
