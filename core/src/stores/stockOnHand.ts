/** What happened to pieces on a shelf, in order of time. */
export type StockEvent =
  { kind: 'counted'; pieces: number } | { kind: 'in'; pieces: number } | { kind: 'out'; pieces: number }

export interface OnHand {
  pieces: number
  /** Taken when the books had none; a count settles it. */
  unaccounted: number
}

/**
 * What lies there by the books. A count holds, whatever was reckoned before it. What is taken beyond what the books had was there all the
 * same: the books stay at none and say that somebody should count.
 * @param events pieces ≥ 0, in order of time
 */
export function stockOnHand(events: readonly StockEvent[]): OnHand {
  let [pieces, unaccounted] = [0, 0]
  for (const { kind, pieces: some } of events) {
    if (kind === 'counted') [pieces, unaccounted] = [some, 0]
    else if (kind === 'in') pieces += some
    else {
      unaccounted += Math.max(0, some - pieces)
      pieces = Math.max(0, pieces - some)
    }
  }
  return { pieces, unaccounted }
}
