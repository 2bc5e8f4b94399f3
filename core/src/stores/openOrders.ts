/** Pieces that were ordered, and pieces that came in, each at its place in time. */
export interface StockArrivals<Order extends { pieces: number }> {
  /** In order of time. */
  orders: readonly (Order & { at: number })[]
  receipts: readonly { at: number; pieces: number }[]
}

/**
 * What of the orders has not come in yet: what is received is taken off the oldest order that was placed before. What comes in beyond all of
 * them was bought otherwise and takes nothing off later ones.
 * @param arrivals pieces > 0; an order and a receipt of the same moment belong together
 * @returns the open orders in their order, with the pieces that are still to come
 */
export function openOrders<Order extends { pieces: number }>({ orders, receipts }: StockArrivals<Order>): Order[] {
  const open = orders.map((order) => ({ ...order }))
  for (const { at, pieces } of receipts.toSorted((a, b) => a.at - b.at)) {
    let left = pieces
    for (const order of open) {
      if (order.at > at) break
      const taken = Math.min(left, order.pieces)
      order.pieces -= taken
      left -= taken
    }
  }
  return open.filter(({ pieces }) => pieces > 0)
}
