import type { PinNotice } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'

export const pinNotice: ActionKind<PinNotice> = {
  right: 'pin notices',
  async apply(facts, { siteId, personId, at, action }) {
    const { noticeId, text, until } = action
    requireDay('until', until)
    if (await facts.look('notice', noticeId))
      throw new Refusal(409, 'already-here', 'There is already a notice with this id.')
    facts.put('notice', { id: noticeId, siteId, text, until, at, personId, takenDownSeq: null })
  },
  words: ({ text, until }) => `${text} (until ${until})`,
}
