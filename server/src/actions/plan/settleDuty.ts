import type { SettleDuty } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const settleDuty: ActionKind<SettleDuty> = {
  right: 'make duties',
  async apply(facts, { seq, action }) {
    const duty = await facts.get('duty', action.dutyId, 'duty')
    if (duty.printerId !== action.printerId)
      throw new Refusal(409, 'duty-of-another-printer', 'This duty belongs to another printer.')
    if (duty.settledSeq !== null) throw new Refusal(409, 'already-settled', `“${duty.what}” is done already.`)
    facts.put('duty', { ...duty, settledSeq: seq })
  },
  words: () => 'Done',
}
