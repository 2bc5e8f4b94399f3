import type { OpenOrder, StockLine } from '@diatribon/contract'
import { shortDay } from '../ui/words.ts'

/** Pieces that were ordered and are not here yet. */
export const underWay = (ordered: readonly OpenOrder[]) => ordered.reduce((sum, { pieces }) => sum + pieces, 0)

/** What to know of an item when it is ordered or received. */
export function itemSays({ onHand, keep, ordered, content }: StockLine): string {
  if (content.contents) return `a kit, ${content.contents.length} items in it`
  return [
    `there are ${onHand}`,
    keep && keep.order > 0 && `to order: ${keep.order}`,
    ordered.length > 0 && `under way: ${underWay(ordered)}`,
  ]
    .filter(Boolean)
    .join(', ')
}

/** When what was ordered should be here. */
export function orderSays({ pieces, expectedOn, isLate, supplier }: OpenOrder): string {
  return `${pieces}${supplier ? ` from ${supplier}` : ''}, ${isLate ? `late: expected ${shortDay(expectedOn)}` : `expected ${shortDay(expectedOn)}`}`
}
