/**
 * Shares a whole number out by weights so that nothing is lost: the largest remainders get what rounding leaves.
 * @param total whole, of either sign @param weights ≥ 0, with a sum above 0
 * Source: largest remainder method (Hamilton's), as in Balinski & Young (1982), Fair Representation.
 */
export function shareOut(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + weight, 0)
  const sign = Math.sign(total)
  const exact = weights.map((weight) => (Math.abs(total) * weight) / sum)
  const shares = exact.map(Math.floor)
  const left = Math.abs(total) - shares.reduce((all, share) => all + share, 0)
  const order = exact
    .map((share, i) => ({ i, rest: share - Math.floor(share) }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i)
  for (const { i } of order.slice(0, left)) shares[i] = (shares[i] ?? 0) + 1
  return shares.map((share) => (share === 0 ? 0 : sign * share))
}
