import type { AddModel, ModelPayload } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import type { ModelRow } from './facts.ts'

export const addModel: ActionKind<AddModel> = {
  right: 'set up the site',
  needs: ({ modelId }) => ({ models: [modelId] }),
  apply(facts, { siteId, action }) {
    if (facts.find('model', action.modelId))
      throw new Refusal(409, 'already-here', 'There is already a model with this id. Change it instead.')
    facts.put('model', modelRow(action, siteId))
  },
  words: ({ make, name, slots }) => `${make} ${name} with ${slots.length} slots`,
}

/** @throws Refusal when a kit names a slot that the model does not have */
export function modelRow(
  { modelId, make, name, build, slots, limits, kits = [], bed }: ModelPayload,
  siteId: string,
): ModelRow {
  for (const [i, kit] of kits.entries()) {
    const unknown = kit.slots.find((slot) => !slots.some((s) => s.name === slot))
    if (unknown)
      throw badInput(`kits.${i}.slots`, `kits: the kit ${kit.name} names ${unknown}, which is no slot of this model`)
  }
  return { id: modelId, siteId, make, name, build, slots, limits: limits ?? null, kits, bed: bed ?? null }
}
