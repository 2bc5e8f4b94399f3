import { eq } from 'drizzle-orm'
import type { AdoptPolicy } from '@diatribon/contract'
import { given } from '@diatribon/core'
import { badInput } from '../../platform/refusal.ts'
import { policy } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'

export const adoptPolicy: ActionKind<AdoptPolicy> = {
  right: 'adopt policies',
  needs: ({ partTypeId, modelId, ofPrinterId }) => ({
    partTypes: [partTypeId],
    models: modelId ? [modelId] : [],
    printers: ofPrinterId ? [ofPrinterId] : [],
  }),
  apply(facts, { seq, siteId, personId, at, action }) {
    const { partTypeId, modelId, ofPrinterId, interval = null, reason } = action
    facts.partType(partTypeId)
    if (modelId && ofPrinterId)
      throw badInput('ofPrinterId', 'A rule is for one model or for one printer; choose which, or neither.')
    if (modelId) facts.model(modelId)
    if (ofPrinterId) facts.printer(ofPrinterId)
    if (action.policy === null && !modelId && !ofPrinterId)
      throw badInput(
        'policy',
        'The rule for all printers can be changed, not dropped: choose the trade’s interval instead.',
      )
    facts.put('policy', {
      seq,
      siteId,
      partTypeId,
      modelId: modelId ?? null,
      printerId: ofPrinterId ?? null,
      policy: action.policy,
      interval,
      reason,
      personId,
      at,
      takenBackSeq: null,
    })
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw badInput('takeBack', 'A rule is not corrected: adopt another.')
    const rows = await facts.db.select().from(policy).where(eq(policy.seq, original.seq))
    const row = given(facts.loaded('policy', rows).find((one) => one.seq === original.seq))
    facts.put('policy', { ...row, takenBackSeq: seq })
  },
  words: ({ partTypeId, ofPrinterId, modelId, policy: rule, interval, reason }, names) =>
    `${names.partType(partTypeId)}${ofPrinterId ? ` of ${names.printer(ofPrinterId)}` : modelId ? ' on one model' : ''}: ` +
    `${rule === null ? 'its own rule is dropped' : rule}${interval ? `, ${Number(interval.toPrecision(3))}` : ''}. ${reason}`,
}
