import { eq } from 'drizzle-orm'
import { addDays, type PlaceOrder } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import { stockOrder } from '../../platform/tables.ts'
import { dayIn } from '../../platform/wallClock.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireDay } from '../pieces/requireDay.ts'
import { piecesInKits, requireItems } from '../pieces/stockMoves.ts'

export const placeOrder: ActionKind<PlaceOrder> = {
  right: 'keep the stores',
  async apply(facts, { seq, siteId, at, action }) {
    const { lines, supplier = null, expectedOn } = action
    await requireItems(
      facts,
      lines.map(({ itemId }) => itemId),
    )
    if (expectedOn !== undefined) requireDay('expectedOn', expectedOn)
    const today = dayIn((await facts.site(siteId)).timeZone)(at)
    if (expectedOn !== undefined && expectedOn < today)
      throw badInput('expectedOn', 'What is ordered now comes today at the earliest.')
    // Of a kit its pieces are on their way: they are what lies on the shelf later. They take as long as the kit does.
    for (const { itemId, pieces, leadDays } of await piecesInKits(facts, lines))
      facts.put('stockOrder', {
        id: `${seq} ${itemId}`,
        seq,
        siteId,
        itemId,
        pieces,
        supplier,
        expectedOn: expectedOn ?? addDays(today, leadDays),
        at,
        takenBackSeq: null,
      })
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'An order is not corrected: take it back and tell it anew.')
    const rows = await facts.db.select().from(stockOrder).where(eq(stockOrder.seq, original.seq))
    for (const row of facts.loaded('stockOrder', rows).filter((one) => one.seq === original.seq))
      facts.put('stockOrder', { ...row, takenBackSeq: seq })
  },
  words: ({ lines, supplier, expectedOn, note }, names) =>
    `${lines.map(({ itemId, pieces }) => `${pieces} × ${names.item(itemId)}`).join(', ')}${supplier ? ` from ${supplier}` : ''}${expectedOn ? `, expected ${expectedOn}` : ''}${note ? `. ${note}` : ''}`,
}
