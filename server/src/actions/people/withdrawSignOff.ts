import type { WithdrawSignOff } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { signOffId } from '../../rules/signOffHolds.ts'
import type { ActionKind } from '../actionKind.ts'

export const withdrawSignOff: ActionKind<WithdrawSignOff> = {
  right: 'sign people off',
  async apply(facts, { seq, action }) {
    const { personId, signOff, modelId = null } = action
    const given = await facts.look('signOff', signOffId(personId, signOff, modelId))
    if (!given || given.withdrawnSeq !== null)
      throw new Refusal(409, 'not-given', 'This person is not signed off for that; there is nothing to withdraw.')
    facts.put('signOff', { ...given, withdrawnSeq: seq })
  },
  words: ({ personId, signOff, reason }, names) => `${names.person(personId)} no longer for ${signOff}: ${reason}`,
}
