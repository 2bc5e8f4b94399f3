import { scaleLinear } from 'd3-scale'

export interface Tile {
  path: string
  x: number
  y: number
  height: number | null
  shade: number
}

/** The relief of a mesh seen from the front left, as one four-sided tile per cell; what is farther is drawn first. */
export function reliefTiles(
  heights: (number | null)[][],
  { width, depth, lift }: { width: number; depth: number; lift: number },
): Tile[] {
  const [rows, columns] = [heights.length, heights[0]!.length]
  const known = heights.flat().filter((z): z is number => z !== null)
  const [low, high] = [Math.min(...known), Math.max(...known)]
  const span = high - low || 1
  const z = (j: number, i: number) => heights[j]![i] ?? null
  // Rows go away from the viewer and to the right.
  const at = (j: number, i: number, height: number): [number, number] => [
    (i / (columns - 1)) * width + (j / (rows - 1)) * depth * 0.6,
    lift + depth * 0.55 - (j / (rows - 1)) * depth * 0.55 - ((height - low) / span) * lift,
  ]
  const tiles: Tile[] = []
  for (let j = rows - 2; j >= 0; j--)
    for (let i = 0; i < columns - 1; i++) {
      const corners = [
        [j, i],
        [j, i + 1],
        [j + 1, i + 1],
        [j + 1, i],
      ] as const
      const own = corners.map(([b, a]) => z(b, a))
      if (own.some((height) => height === null)) continue
      const points = corners.map(([b, a], k) => at(b, a, own[k]!))
      const mean = own.reduce<number>((sum, height) => sum + height!, 0) / 4
      tiles.push({
        path: `M${points.map(([x, y]) => `${tenths(x)} ${tenths(y)}`).join(' L')} Z`,
        x: points[0]![0],
        y: points[0]![1],
        height: mean,
        shade: (mean - low) / span,
      })
    }
  return tiles
}

/** Tenths are fine enough for a drawing. */
const tenths = (value: number) => Math.round(value * 10) / 10 + 0

/** Colour of a height between the lowest (0) and the highest (1): dark to light, so that it reads in grey as well. */
export const shadeOf = scaleLinear<string>([0, 0.5, 1], ['#143a44', '#7fa9b3', '#f3e3b8'])

export const inkOn = (shade: number): string => (shade < 0.45 ? '#ffffff' : '#10191c')
