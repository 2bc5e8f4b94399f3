import { slotKind, type AddSlotKind } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const addSlotKind: ActionKind<AddSlotKind> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const { slotKindId: id, name, work, caution = null } = action
    if (slotKind(name) || (await facts.nameIsTaken('slotKind', name)))
      throw new Refusal(409, 'name-taken', `There is already a kind of slot called ${name}.`)
    facts.put('slotKind', { id, siteId, name, work, caution })
  },
  words: ({ name, work }) => `${name}: ${work ?? 'no sign-off needed'}`,
}
