import { InputProblem } from '../inputProblem.ts'
import type { MeshHeights } from './readMesh.ts'

/** Where the first and last columns and rows of a mesh lie on the plate, mm. Rows run from yFirst to yLast. */
export interface MeshPlaces {
  xFirst: number
  xLast: number
  yFirst: number
  yLast: number
}

export interface BedPoint {
  x: number
  y: number
  z: number
}

/** z = height + alongX·x + alongY·y */
export interface BedPlane {
  height: number
  alongX: number
  alongY: number
  /** What the plane leaves: the warp that no knob can cure. Highest minus lowest, mm. */
  warpMm: number
  /** Highest minus lowest of the mesh as it is, mm. */
  rangeMm: number
}

/** The measured points of a mesh with their places. */
export function bedPoints(heights: MeshHeights, { xFirst, xLast, yFirst, yLast }: MeshPlaces): BedPoint[] {
  const along = (first: number, last: number, i: number, count: number) => first + ((last - first) * i) / (count - 1)
  return heights.flatMap((row, j) =>
    row.flatMap((z, i) =>
      z === null ? [] : [{ x: along(xFirst, xLast, i, row.length), y: along(yFirst, yLast, j, heights.length), z }],
    ),
  )
}

/**
 * Least-squares plane through a bed mesh and the warp that remains.
 * @param points at least three, not on one line; mm
 * @throws InputProblem 'no-plane'
 * Source: normal equations of a linear model, Draper & Smith, Applied Regression Analysis (3rd ed. 1998), ch. 5.
 */
export function bedPlane(points: readonly BedPoint[]): BedPlane {
  const n = points.length
  const mean = (of: (point: BedPoint) => number) => points.reduce((sum, point) => sum + of(point), 0) / n
  const [mx, my, mz] = [mean(({ x }) => x), mean(({ y }) => y), mean(({ z }) => z)]
  let [xx, yy, xy, xz, yz] = [0, 0, 0, 0, 0]
  for (const { x, y, z } of points) {
    xx += (x - mx) ** 2
    yy += (y - my) ** 2
    xy += (x - mx) * (y - my)
    xz += (x - mx) * (z - mz)
    yz += (y - my) * (z - mz)
  }
  const determinant = xx * yy - xy * xy
  if (n < 3 || !(determinant > 1e-9 * xx * yy))
    throw new InputProblem('no-plane', 'A plane needs at least three points that are not in one line.', { points: n })
  const alongX = (xz * yy - yz * xy) / determinant
  const alongY = (yz * xx - xz * xy) / determinant
  const height = mz - alongX * mx - alongY * my
  const range = (values: number[]) => Math.max(...values) - Math.min(...values)
  return {
    height,
    alongX,
    alongY,
    warpMm: range(points.map(({ x, y, z }) => z - height - alongX * x - alongY * y)),
    rangeMm: range(points.map(({ z }) => z)),
  }
}

export const planeAt = ({ height, alongX, alongY }: BedPlane, x: number, y: number) => height + alongX * x + alongY * y
