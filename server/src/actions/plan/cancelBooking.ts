import type { CancelBooking } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const cancelBooking: ActionKind<CancelBooking> = {
  right: 'book printers',
  async apply(facts, { seq, action }) {
    const row = await facts.get('booking', action.bookingId, 'booking')
    if (row.cancelledSeq !== null) throw new Refusal(409, 'already-cancelled', 'This booking was taken back already.')
    facts.put('booking', { ...row, cancelledSeq: seq })
  },
  words: () => 'Taken back',
}
