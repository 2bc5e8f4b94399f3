import { reliefTiles, shadeOf } from './meshDrawing.ts'

const size = { width: 200, depth: 100, lift: 40 }

it('draws one tile per cell, the far ones first, and leaves holes out', () => {
  const flat = [[0, 0, 0], [0, 0, 0], [0, 0, 0]] // prettier-ignore
  const tiles = reliefTiles(flat, size)
  expect(tiles).toHaveLength(4)
  expect(tiles[0]!.y).toBeLessThan(tiles[3]!.y)
  expect(reliefTiles([[0, null, 0], [0, 0, 0], [0, 0, 0]], size)).toHaveLength(2) // prettier-ignore
})

it('lifts what is higher and shades it lighter', () => {
  const [tile] = reliefTiles([[0, 0], [0, 1]], size) // prettier-ignore
  // The far right corner is the highest: lifted by the whole lift.
  expect(tile!.path).toBe('M0 95 L200 95 L260 0 L60 40 Z')
  expect(tile!.shade).toBe(0.25)
  expect(shadeOf(0)).toBe('rgb(20, 58, 68)')
})
