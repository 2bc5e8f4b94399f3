import type { ReceiveItems } from '@diatribon/contract'
import { badInput } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { moveRow, movesOf, requireItems } from './writers/stockMoves.ts'

export const receiveItems: ActionKind<ReceiveItems> = {
  right: 'keep the stores',
  needs: ({ printedOn }) => ({ knownPrinters: printedOn ? [printedOn] : [] }),
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { lines, supplier = null, printedOn, note = null } = action
    await requireItems(
      facts,
      lines.map(({ itemId }) => itemId),
    )
    const from = printedOn ? `Printed here on ${facts.printer(printedOn).name}` : supplier
    for (const { itemId, pieces, paidMinor } of lines)
      facts.put(
        'stockMove',
        moveRow({ seq, siteId, personId, at, itemId, kind: 'in', pieces, paidMinor, supplier: from, words: note }),
      )
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A receipt is not corrected: take it back and tell it anew.')
    for (const move of await movesOf(facts, original.seq)) facts.put('stockMove', { ...move, takenBackSeq: seq })
  },
  words: ({ lines, supplier, note }, names) =>
    `${lines.map(({ itemId, pieces }) => `${pieces} × ${names.item(itemId)}`).join(', ')}${supplier ? ` from ${supplier}` : ''}${note ? `. ${note}` : ''}`,
}
