import type { GiveUpCheck } from '@diatribon/contract'
import { checkWork, openSheet } from '../pieces/doing.ts'
import type { ActionKind } from '../actionKind.ts'

export const giveUpCheck: ActionKind<GiveUpCheck> = {
  right: 'do checks',
  work: checkWork,
  async apply(facts, { seq, personId, at, action }) {
    const sheet = await openSheet(facts, action.sheetId, action.printerId)
    facts.put('checkSheet', {
      ...sheet,
      finishedAt: at,
      finishedSeq: seq,
      finishedBy: personId,
      outcome: 'given up',
      reason: action.reason,
    })
  },
  words: ({ sheetId, reason }, names) => `${names.sheet(sheetId).check} given up: ${reason}`,
}
