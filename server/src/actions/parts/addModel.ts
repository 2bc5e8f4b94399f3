import type { AddModel, ModelPayload } from '@diatribon/contract'
import { requireSlotKinds } from '../pieces/slotKinds.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, ModelRow } from '../facts.ts'

export const addModel: ActionKind<AddModel> = {
  right: 'set up the site',
  needs: ({ modelId }) => ({ models: [modelId] }),
  whenSent: requireSlotsKnown,
  apply(facts, { siteId, action }) {
    if (facts.find('model', action.modelId))
      throw new Refusal(409, 'already-here', 'This model is in the catalogue already. Change it instead.')
    facts.put('model', modelRow(action, siteId))
  },
  words: ({ make, name, slots }) => `${make} ${name} with ${slots.length} slots`.trim(),
}

/** @throws Refusal when a slot is of a kind that nobody knows */
export async function requireSlotsKnown(facts: Facts, { slots }: ModelPayload): Promise<void> {
  await requireSlotKinds(
    facts,
    slots.map(({ kind }, i) => ({ name: kind, field: `slots.${i}.kind` })),
  )
}

/** @throws Refusal when a kit names a slot that the model does not have */
export function modelRow(
  { modelId, make, name, build, slots, limits, limitsToConfirm, kits = [], bed }: ModelPayload,
  siteId: string,
): ModelRow {
  for (const [i, kit] of kits.entries()) {
    const unknown = kit.slots.find((slot) => !slots.some((s) => s.name === slot))
    if (unknown)
      throw badInput(`kits.${i}.slots`, `The kit ${kit.name} names ${unknown}, which is no slot of this model.`)
  }
  return {
    id: modelId,
    siteId,
    make,
    name,
    build,
    slots,
    limits: limits ?? null,
    limitsConfirmed: !limitsToConfirm,
    kits,
    bed: bed ?? null,
  }
}
