/** A part is not changed sooner than this share of its interval before its turn: what it would still run is lost. */
const earlyShare = 0.1
const daysEarlyAtLeast = 3
/** Chance to fail within a week where nothing is known yet. Common practice, no source. */
const usualChance = 0.05

/**
 * What each day of waiting with a replacement costs: the added chance to fail in a day, times what a failure costs more than a
 * replacement in time.
 * @param weekChance chance to fail within a week, null: not known
 * @param cost of one replacement; null: not known, then waiting costs nothing that can be told
 */
export const costOfWaiting = (
  weekChance: number | null,
  cost: { preventive: number; failure: number } | null,
): number => (cost ? ((weekChance ?? usualChance) / 7) * Math.max(0, cost.failure - cost.preventive) : 0)

/**
 * How many days before its turn a part may be changed: a tenth of its interval, and three days at least.
 * @param daysUntilDue ≥ 0; left of the interval, > 0, on its clock
 */
export const daysEarly = ({ daysUntilDue, interval, left }: { daysUntilDue: number; interval: number; left: number }) =>
  Math.max(daysEarlyAtLeast, Math.floor(left > 0 ? (daysUntilDue * interval * earlyShare) / left : 0))
