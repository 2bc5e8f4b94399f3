import type { MarkIdle } from '@diatribon/contract'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const markIdle: ActionKind<MarkIdle> = {
  right: 'count hours',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, from } = action
    await placeEvidence(facts, usageRow({ seq, siteId, printerId, kind: 'idle', fromAt: new Date(from), at }))
  },
  async amend(facts, original, amendment) {
    if (amendment.action.correction)
      throw new Refusal(400, 'bad-input', 'An idle time is not corrected: take it back and write it anew.')
    await amendEvidence(facts, original, amendment, () => ({}))
  },
  words: ({ from, at, reason }) => `Nothing ran from ${from.slice(0, 10)} to ${at.slice(0, 10)}: ${reason}`,
}
