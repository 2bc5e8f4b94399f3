import fc from 'fast-check'
import { openOrders } from './openOrders.ts'

const order = (at: number, pieces: number) => ({ at, pieces })

describe('orders', () => {
  it('are open until as much has come in', () => {
    expect(openOrders({ orders: [order(1, 10)], receipts: [] })).toEqual([order(1, 10)])
    expect(openOrders({ orders: [order(1, 10)], receipts: [order(2, 4)] })).toEqual([order(1, 6)])
    expect(openOrders({ orders: [order(1, 10)], receipts: [order(2, 4), order(3, 6)] })).toEqual([])
  })

  it('come in the oldest first', () => {
    expect(openOrders({ orders: [order(1, 5), order(2, 5)], receipts: [order(3, 7)] })).toEqual([order(2, 3)])
  })

  it('are not met by what came in before them, nor by what came in beyond an older one', () => {
    expect(openOrders({ orders: [order(5, 3)], receipts: [order(4, 9)] })).toEqual([order(5, 3)])
    expect(openOrders({ orders: [order(1, 2), order(5, 3)], receipts: [order(2, 9)] })).toEqual([order(5, 3)])
  })

  it('never leave more open than was ordered, nor less than was ordered and not received', () => {
    const lines = fc.array(fc.record({ at: fc.nat(50), pieces: fc.integer({ min: 1, max: 20 }) }), { maxLength: 12 })
    fc.assert(
      fc.property(lines, lines, (unsorted, receipts) => {
        const orders = unsorted.toSorted((a, b) => a.at - b.at)
        const sum = (of: { pieces: number }[]) => of.reduce((all, { pieces }) => all + pieces, 0)
        const open = sum(openOrders({ orders, receipts }))
        expect(open).toBeLessThanOrEqual(sum(orders))
        expect(open).toBeGreaterThanOrEqual(sum(orders) - sum(receipts))
        expect(open).toBe(sum(openOrders({ orders, receipts: receipts.toReversed() })))
      }),
    )
  })
})
