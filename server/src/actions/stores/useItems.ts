import type { UseItems } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { moveRow, movesOf, requirePieces } from '../pieces/stockMoves.ts'

export const useItems: ActionKind<UseItems> = {
  right: 'count stock',
  async apply(facts, { seq, siteId, personId, at, action: { itemId, pieces, what } }) {
    await requirePieces(facts, [itemId])
    facts.put('stockMove', moveRow({ seq, siteId, personId, at, itemId, kind: 'out', pieces, words: what }))
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'Take the entry back and tell it anew.')
    for (const move of await movesOf(facts, original.seq)) facts.put('stockMove', { ...move, takenBackSeq: seq })
  },
  words: ({ itemId, pieces, what }, names) => `${pieces} × ${names.item(itemId)}: ${what}`,
}
