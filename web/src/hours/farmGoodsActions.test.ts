import { farmGoodsActions, sharesOf } from './farmGoodsActions.ts'

const draft = { goods: 'Mounts', pieces: 10, minutesEach: 30, since: '2026-11-16', printerIds: [] }
const printers = [
  { id: 'limpet', hoursPerDay: 6 },
  { id: 'whelk', hoursPerDay: 2 },
  { id: 'idle', hoursPerDay: 0 },
]
const times = { from: '2026-11-16T00:00:00.000Z', at: '2026-11-20T10:00:00.000Z' }

it('shares all pieces out, more to those that run more, and counts nothing where none were made', () => {
  const actions = farmGoodsActions(draft, printers, times) as { printerId: string; pieces: number }[]
  expect(actions.map(({ printerId }) => printerId)).toEqual(['limpet', 'whelk'])
  expect(actions.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(10)
  expect(actions[0]!.pieces).toBeGreaterThan(actions[1]!.pieces)
  expect(actions[0]).toMatchObject({ kind: 'count-goods', goods: 'Mounts', minutesEach: 30, ...times })
})

it('says what is missing', () => {
  expect(farmGoodsActions(draft, [], times)).toBe('Choose the printers.')
  expect(farmGoodsActions({ ...draft, minutesEach: undefined }, printers, times)).toMatch(/^Say how many minutes/)
  expect(farmGoodsActions({ ...draft, pieces: undefined }, printers, times)).toMatch(/^Say how many pieces/)
  expect(sharesOf({ ...draft, pieces: undefined }, printers)).toEqual([])
})
