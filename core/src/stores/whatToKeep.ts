import { chanceThatLasts, spareStock } from './spareStock.ts'

export interface Shelf {
  /** Pieces that are there. */
  onHand: number
  /** Pieces that were ordered and have not come in yet. */
  coming: number
  /** Pieces that are bought at once, ≥ 1. */
  packOf: number
  /** Pieces that are kept whatever the demand; null: as many as the demand asks for. */
  least: number | null
}

export interface WhatToKeep {
  keep: number
  /** Chance that it lasts. */
  probability: number
  /** Chance that two last: the school of two of each. */
  twoLast: number
  /** Between how many the demand lies in 95 of 100 cases. */
  range: [lower: number, upper: number]
  /** Pieces to order, in whole packs. */
  order: number
}

/**
 * What to have on the shelf, and what to order now.
 *
 * The smallest stock that lasts, with the wanted chance, until what is ordered now is here and until the next look at the shelf after that; what
 * is missing of it, with what is under way already, is ordered in whole packs.
 * @param demand of that time: mean ≥ 0 and variance ≥ 0
 * @param target between 0 and 1
 * Source: Axsäter (2015), Inventory Control, ch. 5: periodic review, order up to a level.
 */
export function whatToKeep(demand: { mean: number; variance: number }, shelf: Shelf, target: number): WhatToKeep {
  // Less than one in a million is none.
  const mean = demand.mean < 1e-6 ? 0 : demand.mean
  const variance = demand.variance > 0 ? demand.variance : undefined
  const level = (share: number) =>
    mean > 0 ? spareStock({ mean, target: share, ...(variance === undefined ? {} : { variance }) }).stock : 0
  const keep = Math.max(level(target), shelf.least ?? 0)
  const lasts = (stock: number) => chanceThatLasts({ stock, mean, ...(variance === undefined ? {} : { variance }) })
  const { packOf, onHand, coming } = shelf
  return {
    keep,
    probability: lasts(keep),
    twoLast: lasts(2),
    range: [level(0.025), level(0.975)],
    order: Math.ceil(Math.max(0, keep - onHand - coming) / packOf) * packOf,
  }
}
