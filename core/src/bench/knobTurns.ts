import { InputProblem } from '../inputProblem.ts'
import { planeAt, type BedPlane } from './bedPlane.ts'

/** A screw under the bed, mm from the plate's front left corner. It may lie outside the plate. */
export interface BedScrew {
  name: string
  xMm: number
  yMm: number
}

export interface KnobTurn {
  screw: string
  /** Height of the bed's plane above the aim at this screw, mm. */
  heightMm: number
  /** Whole and part turns, ≥ 0. */
  turns: number
  /** What the bed must do here. */
  move: 'lower' | 'raise' | 'leave'
}

/** Coarse thread pitches, mm. Source: ISO 261. */
export const coarsePitchMm: Record<string, number> = { M3: 0.5, M4: 0.7, M5: 0.8 }

/** Less than this share of a turn is not felt by a hand. */
const feltTurns = 1 / 40

/**
 * Turns of each bed screw that bring the bed's plane level: turns = height / pitch.
 * @param plane of the mesh, mm
 * @param screws at least three
 * @param pitchMm travel per turn, > 0
 * @param fixed the screw that stays as it is; without it, all meet at their mean
 * @throws InputProblem 'not-positive', 'no-plane', 'impossible-figure'
 * Source: geometry; pitches ISO 261 coarse.
 */
export function knobTurns(
  plane: BedPlane,
  screws: readonly BedScrew[],
  pitchMm: number,
  fixed: string | null = null,
): KnobTurn[] {
  if (!(pitchMm > 0))
    throw new InputProblem('not-positive', 'The pitch of the thread must be more than 0 mm.', { pitchMm })
  if (screws.length < 3) throw new InputProblem('no-plane', 'A bed is levelled by three screws or more.')
  const heights = screws.map(({ xMm, yMm }) => planeAt(plane, xMm, yMm))
  const fixedAt = screws.findIndex(({ name }) => name === fixed)
  if (fixed !== null && fixedAt < 0) throw new InputProblem('impossible-figure', `There is no screw called ${fixed}.`)
  const aim = fixedAt >= 0 ? heights[fixedAt]! : heights.reduce((sum, h) => sum + h, 0) / heights.length
  return screws.map(({ name }, i) => {
    const heightMm = heights[i]! - aim
    const turns = Math.abs(heightMm) / pitchMm
    return { screw: name, heightMm, turns, move: turns < feltTurns ? 'leave' : heightMm > 0 ? 'lower' : 'raise' }
  })
}
