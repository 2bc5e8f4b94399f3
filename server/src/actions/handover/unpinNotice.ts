import type { UnpinNotice } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const unpinNotice: ActionKind<UnpinNotice> = {
  right: 'pin notices',
  async apply(facts, { seq, action }) {
    const row = await facts.get('notice', action.noticeId, 'notice')
    if (row.takenDownSeq !== null) throw new Refusal(409, 'already-down', 'This notice was taken down already.')
    facts.put('notice', { ...row, takenDownSeq: seq })
  },
  words: () => 'Taken down',
}
