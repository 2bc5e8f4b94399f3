import type { CountItems } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { moveRow, movesOf, requirePieces } from '../pieces/stockMoves.ts'

export const countItems: ActionKind<CountItems> = {
  right: 'count stock',
  async apply(facts, { seq, siteId, personId, at, action: { lines, note = null } }) {
    const ids = lines.map(({ itemId }) => itemId)
    await requirePieces(facts, ids)
    for (const { itemId, pieces } of lines)
      facts.put('stockMove', moveRow({ seq, siteId, personId, at, itemId, kind: 'counted', pieces, words: note }))
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A count is not corrected: take it back, or count again.')
    for (const move of await movesOf(facts, original.seq)) facts.put('stockMove', { ...move, takenBackSeq: seq })
  },
  words: ({ lines, note }, names) =>
    `${lines.map(({ itemId, pieces }) => `${names.item(itemId)}: ${pieces}`).join(', ')}${note ? `. ${note}` : ''}`,
}
