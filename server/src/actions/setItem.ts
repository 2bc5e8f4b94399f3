import { eq } from 'drizzle-orm'
import type { SetItem } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import { stockItem } from '../platform/tables.ts'
import type { ActionKind } from './actionKind.ts'

export const setItem: ActionKind<SetItem> = {
  right: 'keep the stores',
  needs: ({ content: { partTypeId } }) => ({ partTypes: partTypeId ? [partTypeId] : [] }),
  async apply(facts, { siteId, action }) {
    const { itemId, content, retired = false } = action
    const before = await facts.look('stockItem', itemId)
    const { name, partTypeId } = content
    if (before?.name.toLowerCase() !== name.toLowerCase() && (await facts.nameIsTaken('stockItem', name)))
      throw new Refusal(409, 'name-taken', `There is already an item called ${name}.`)
    if (partTypeId) {
      const part = facts.partType(partTypeId)
      const kept = await facts.db.select().from(stockItem).where(eq(stockItem.partTypeId, partTypeId))
      const other = facts.loaded('stockItem', kept).find((one) => one.partTypeId === partTypeId && one.id !== itemId)
      if (other)
        throw new Refusal(409, 'already-kept', `${part.name} is kept already, as ${other.name}. Change that item.`)
    }
    if (before && before.partTypeId !== partTypeId)
      throw badInput('content.partTypeId', 'Which part type an item is does not change. Keep another item instead.')
    facts.put('stockItem', { id: itemId, siteId, name, partTypeId, content, retired })
  },
  words: ({ content: { name, place, supplier, leadDays }, retired }) =>
    retired
      ? `${name} is not kept any more`
      : `${name}${place ? `, ${place}` : ''}${supplier ? `, from ${supplier}` : ''}, here after ${leadDays} days`,
}
