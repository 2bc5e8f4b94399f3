import { eq } from 'drizzle-orm'
import type { ItemContent, SetItem } from '@diatribon/contract'
import { misfits } from '@diatribon/core'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { stockItem } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, StockItemRow } from '../facts.ts'

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
    await requireSoundKit(facts, itemId, content, before)
    facts.put('stockItem', { id: itemId, siteId, name, partTypeId, content, retired })
  },
  words: ({ content: { name, place, supplier, leadDays }, retired }) =>
    retired
      ? `${name} is not kept any more`
      : `${name}${place ? `, ${place}` : ''}${supplier ? `, from ${supplier}` : ''}, here after ${leadDays} days`,
}

/** @throws Refusal for a kit that holds itself, another kit, or parts that do not fit each other */
async function requireSoundKit(
  facts: Facts,
  itemId: string,
  { partTypeId, contents }: ItemContent,
  before: StockItemRow | undefined,
): Promise<void> {
  if (before && (before.content.contents === undefined) !== (contents === undefined))
    throw badInput('content.contents', 'An item does not become a kit, nor a kit an item. Keep another one instead.')
  if (!contents) return
  if (partTypeId)
    throw badInput('content.contents', 'A kit is no part type by itself: its pieces are. Leave the part type out.')
  const types: string[] = []
  for (const [i, line] of contents.entries()) {
    const piece = line.itemId === itemId ? before : await facts.get('stockItem', line.itemId, 'item of the stores')
    if (!piece || piece.id === itemId || piece.content.contents)
      throw badInput(`content.contents.${i}.itemId`, 'A kit holds items, and no other kit.')
    if (piece.partTypeId) types.push(piece.partTypeId)
  }
  await facts.load('partType', 'id', types)
  const wrong = misfits(types.map((id) => facts.partType(id)))
  if (wrong.length > 0)
    throw new Refusal(
      409,
      'does-not-fit',
      `Its parts do not fit each other. ${wrong.map(({ words }) => words).join(' ')}`,
    )
}
