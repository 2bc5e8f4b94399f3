import { expect, test } from '@jest/globals'
import type { OpenOrder, StockLine } from '@diatribon/contract'
import { itemSays, orderSays } from './itemSays.ts'

const order = (pieces: number, isLate = false): OpenOrder => ({
  seq: 1,
  takeBackKey: 'k',
  pieces,
  at: '2026-11-01T00:00:00Z',
  supplier: 'Tern Parts',
  expectedOn: '2026-11-20',
  isLate,
})
const line = (of: Partial<StockLine>) =>
  ({ onHand: 2, keep: null, ordered: [], content: { contents: undefined }, ...of }) as unknown as StockLine

test('an item says what is there, what to order and what is under way', () => {
  expect(itemSays(line({}))).toBe('there are 2')
  expect(itemSays(line({ keep: { order: 5 } as StockLine['keep'], ordered: [order(3), order(4)] }))).toBe(
    'there are 2, to order: 5, under way: 7',
  )
  expect(itemSays(line({ content: { contents: [{}, {}] } as unknown as StockLine['content'] }))).toBe(
    'a kit, 2 items in it',
  )
})

test('an order that is late says so', () => {
  expect(orderSays(order(3))).toBe('3 from Tern Parts, expected Fri 20 Nov')
  expect(orderSays(order(3, true))).toBe('3 from Tern Parts, late: expected Fri 20 Nov')
})
