import type { PlannedTask } from '@diatribon/contract'
import { shortDay } from '../ui/words.ts'

/** That the part of a task lies on no shelf, and when one can be there; nothing when it does. */
export function shelfWords({ stock }: PlannedTask): string {
  if (!stock?.hereOn) return ''
  return stock.isOrdered
    ? `, none on the shelf: ordered, expected ${shortDay(stock.hereOn)}`
    : `, none on the shelf: ordered today it is here ${shortDay(stock.hereOn)}`
}
