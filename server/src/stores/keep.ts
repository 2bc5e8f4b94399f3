import type { ItemContent, Keep } from '@diatribon/contract'
import { dayMs, whatToKeep } from '@diatribon/core'
import { daysUntilUsed, within, type Demand } from './demandFigure.ts'

/** Chance that what is kept lasts, and days between two looks at the shelf: common practice, no source. */
export const target = 0.95
export const reviewDays = 14

/** What to have of an item, and what to order. @param demand null: it is no wear part; then `least` of the item holds */
export function keepOf(of: {
  content: ItemContent
  demand: Demand | null
  onHand: number
  /** Ordered, and not here yet. */
  coming: number
  priceMinor: number | null
  now: Date
  day(at: Date): string
}): Keep | null {
  const { content, demand, onHand, coming, priceMinor, now, day } = of
  const { leadDays, packOf, least } = content
  if (!demand && least === null) return null
  const horizonDays = leadDays + reviewDays
  const ahead = demand ? within(demand, horizonDays) : { mean: 0, variance: 0 }
  const { keep, probability, twoLast, range, order } = whatToKeep(ahead, { onHand, coming, packOf, least }, target)
  // The last one is gone when the next that is asked for is not there.
  const gone = demand ? daysUntilUsed(demand, Math.max(1, onHand)) : null
  const worth = (pieces: number) => (priceMinor === null ? null : pieces * priceMinor)
  return {
    demand: ahead.mean,
    demandRange: range,
    horizonDays,
    keep,
    probability,
    twoOfEach: { probability: twoLast, valueMinor: worth(2) },
    valueMinor: worth(keep),
    order,
    runsOut: gone === null ? null : day(new Date(now.getTime() + gone * dayMs)),
  }
}
