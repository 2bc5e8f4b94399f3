import { InputProblem } from '../inputProblem.ts'
import type { MeshHeights } from './readMesh.ts'

export interface MeshRepeatability {
  /** Standard deviation of one probing of one point, mm: that of the differences, divided by √2. */
  spreadMm: number
  /** Largest difference at one point, after the shift of the whole mesh is taken out, mm. */
  largestMm: number
  /** Shift of the whole mesh from the first to the second, mm. */
  shiftMm: number
}

/**
 * How well two meshes of an untouched bed agree. A loose probe shows here.
 * @param first, second heights of the same points, mm
 * @throws InputProblem 'meshes-differ', 'too-few-readings'
 * Source: two measurements of the same have twice the variance in their difference (elementary).
 */
export function meshRepeatability(first: MeshHeights, second: MeshHeights): MeshRepeatability {
  if (first.length !== second.length || first[0]?.length !== second[0]?.length)
    throw new InputProblem(
      'meshes-differ',
      `The meshes are of ${first.length} × ${first[0]?.length} and ${second.length} × ${second[0]?.length} points; they must be alike.`,
    )
  const differences = first.flatMap((row, j) =>
    row.flatMap((z, i) => {
      const other = second[j]![i]
      return z === null || other === null || other === undefined ? [] : [other - z]
    }),
  )
  if (differences.length < 3) throw new InputProblem('too-few-readings', 'Fewer than three points are in both meshes.')
  const shiftMm = differences.reduce((sum, d) => sum + d, 0) / differences.length
  const squares = differences.reduce((sum, d) => sum + (d - shiftMm) ** 2, 0)
  return {
    spreadMm: Math.sqrt(squares / (differences.length - 1) / 2),
    largestMm: Math.max(...differences.map((d) => Math.abs(d - shiftMm))),
    shiftMm,
  }
}
