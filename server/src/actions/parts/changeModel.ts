import type { ChangeModel } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { modelRow, requireSlotsKnown } from './addModel.ts'

export const changeModel: ActionKind<ChangeModel> = {
  right: 'set up the site',
  needs: ({ modelId }) => ({ models: [modelId] }),
  whenSent: requireSlotsKnown,
  apply(facts, { siteId, action }) {
    facts.model(action.modelId)
    facts.put('model', modelRow(action, siteId))
  },
  words: ({ make, name, slots }) => `${make} ${name}, ${slots.length} slots`.trim(),
}
