import { gotLines } from './gotLines.ts'

it('a receipt has what came, in minor units of the currency, and leaves out a price without pieces', () => {
  const items = [{ id: 'a' }, { id: 'b' }, { id: 'c' }]
  const got = { a: { pieces: 3, paid: 4.5 }, b: { paid: 2 }, c: { pieces: 1 } }
  expect(gotLines(items, got, 'EUR')).toEqual([
    { itemId: 'a', pieces: 3, paidMinor: 450 },
    { itemId: 'c', pieces: 1, paidMinor: null },
  ])
  expect(gotLines(items, { a: { pieces: 3, paid: 4 } }, 'JPY')[0]!.paidMinor).toBe(4)
})
