import { eq } from 'drizzle-orm'
import { given } from '@diatribon/core'
import type { ShowPiece } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import { testPiece } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'

export const showPiece: ActionKind<ShowPiece> = {
  right: 'work on faults',
  photos: ({ photo }) => [photo],
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, upgradeId, when, photo, what } = action
    facts.printer(printerId)
    await facts.get('upgrade', upgradeId, 'upgrade')
    facts.put('testPiece', {
      seq,
      siteId,
      printerId,
      upgradeId,
      after: when === 'after',
      photo,
      what,
      at,
      takenBackSeq: null,
    })
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A photo is not corrected: take it back and show another.')
    const rows = await facts.db.select().from(testPiece).where(eq(testPiece.seq, original.seq))
    const row = given(facts.loaded('testPiece', rows).find((one) => one.seq === original.seq))
    facts.put('testPiece', { ...row, takenBackSeq: seq })
  },
  words: ({ upgradeId, when, what }, names) => `${names.upgrade(upgradeId)}, ${when}: ${what}`,
}
