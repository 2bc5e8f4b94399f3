import type { AddModel } from '@diatribon/contract'
import type { ActionKind } from './actionKind.ts'

export const addModel: ActionKind<AddModel> = {
  right: 'set up the site',
  apply(facts, { siteId, action }) {
    const { modelId: id, make, name, build, slots } = action
    facts.put('model', { id, siteId, make, name, build, slots })
  },
  words: ({ make, name, slots }) => `${make} ${name} with ${slots.length} slots`,
}
