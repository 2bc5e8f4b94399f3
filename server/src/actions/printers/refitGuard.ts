import type { RefitGuard } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

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
