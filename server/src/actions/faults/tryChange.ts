import type { TryChange } from '@diatribon/contract'
import { openFault } from '../pieces/openFault.ts'
import { putChange } from '../pieces/steps.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const tryChange: ActionKind<TryChange> = {
  right: 'work on faults',
  async work(facts, { causeId, printerId, confirmed }) {
    const cause = causeId ? (await facts.get('cause', causeId, 'cause')).content : null
    const careful = cause?.signOff === 'hot work' || cause?.signOff === 'mains'
    return {
      signOffs: cause?.signOff ? [cause.signOff] : [],
      modelId: facts.printer(printerId).modelId,
      toConfirm:
        careful && !confirmed
          ? `This is ${cause.signOff}. Read the cautions and confirm that you keep to them first.`
          : null,
    }
  },
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, faultId, changeId, causeId, what } = action
    await openFault(facts, faultId, printerId)
    if (await facts.look('faultStep', changeId))
      throw new Refusal(409, 'already-here', 'There is already a change with this id.')
    if (causeId) await facts.get('cause', causeId, 'cause')
    await putChange(facts, { id: changeId, siteId, faultId, seq, personId, at, words: what, causeId })
  },
  words: ({ what, causeId, confirmed }, names) =>
    `${what}${causeId ? ` (against: ${names.cause(causeId)})` : ''}${confirmed ? '; cautions confirmed' : ''}`,
}
