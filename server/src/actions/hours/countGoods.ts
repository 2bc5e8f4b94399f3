import type { CountGoods } from '@diatribon/contract'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import type { ActionKind } from '../actionKind.ts'

export const countGoods: ActionKind<CountGoods> = {
  right: 'count hours',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, from, pieces, minutesEach, piecesPerPrint = 1 } = action
    const hours = (pieces * minutesEach) / 60
    const prints = Math.ceil(pieces / piecesPerPrint)
    await placeEvidence(
      facts,
      usageRow({ seq, siteId, printerId, kind: 'goods', fromAt: new Date(from), at, hours, prints }),
    )
  },
  async amend(facts, original, amendment) {
    await amendEvidence(facts, original, amendment, ({ hours }) => ({
      hours: amendment.action.correction?.hours ?? hours,
    }))
  },
  correctable: ({ pieces, minutesEach }) => ({ hours: (pieces * minutesEach) / 60 }),
  words: ({ goods, pieces, minutesEach, from }) =>
    `${pieces.toLocaleString('en-GB')} × ${goods}, ${minutesEach.toLocaleString('en-GB')} min each, since ${from.slice(0, 10)}`,
}
