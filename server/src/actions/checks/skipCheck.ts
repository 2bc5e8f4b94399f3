import { given } from '@diatribon/core'
import { eq } from 'drizzle-orm'
import { v5 as derivedId } from 'uuid'
import type { SkipCheck } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { checkSheet } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireNotOpen } from './beginCheck.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const skipCheck: ActionKind<SkipCheck> = {
  right: 'skip checks',
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, checkTypeId, reason, key } = action
    requireHere(facts.printer(printerId))
    const type = await facts.get('checkType', checkTypeId, 'check')
    await requireNotOpen(facts, printerId, checkTypeId, type.name)
    facts.put('checkSheet', {
      id: derivedId('skipped', key),
      siteId,
      printerId,
      checkTypeId,
      version: type.version,
      begunAt: at,
      begunBy: personId,
      exception: null,
      confirmed: [],
      finishedAt: at,
      finishedSeq: seq,
      finishedBy: personId,
      outcome: 'skipped',
      reason,
    })
  },
  async amend(facts, original, { action }) {
    if (!action.takeBack) throw new Refusal(400, 'bad-input', 'A skipped turn can only be taken back.')
    await facts.flush()
    const found = await facts.db.select().from(checkSheet).where(eq(checkSheet.finishedSeq, original.seq))
    const sheet = facts.loaded('checkSheet', found).find(({ finishedSeq }) => finishedSeq === original.seq)
    facts.put('checkSheet', { ...given(sheet), outcome: 'given up', reason: action.reason })
  },
  words: ({ checkTypeId, reason }, names) => `${names.checkType(checkTypeId)} skipped: ${reason}`,
}
