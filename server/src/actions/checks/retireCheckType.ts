import type { RetireCheckType } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const retireCheckType: ActionKind<RetireCheckType> = {
  right: 'keep the checks',
  async apply(facts, { at, action }) {
    const { checkTypeId, retired } = action
    const before = await facts.get('checkType', checkTypeId, 'check', true)
    if (before.retired === retired)
      throw new Refusal(409, 'already-so', `${before.name} is ${retired ? 'retired already' : 'not retired'}.`)
    // Brought back, its turns count from then: nobody asks for what was not asked for meanwhile.
    facts.put('checkType', { ...before, retired, addedAt: retired ? before.addedAt : at })
  },
  words: ({ checkTypeId, retired, reason }, names) =>
    `${names.checkType(checkTypeId)} ${retired ? 'retired' : 'brought back'}: ${reason}`,
}
