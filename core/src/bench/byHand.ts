import { InputProblem } from '../inputProblem.ts'

/** Small sums that people do with a pencil. All lengths mm. */

/**
 * Play felt at the wheels as it shows at the plate's edge, by lever arm: play × plate length / wheelbase.
 * @throws InputProblem 'not-positive'
 * Source: the lever (elementary).
 */
export function playAtEdge(playMm: number, plateLengthMm: number, wheelbaseMm: number): number {
  if (!(playMm >= 0)) throw new InputProblem('not-positive', 'Play cannot be negative.')
  requirePositive(plateLengthMm, 'The length of the plate')
  requirePositive(wheelbaseMm, 'The wheelbase')
  return (playMm * plateLengthMm) / wheelbaseMm
}

/**
 * A printed cube along one axis: how far it is off, in per cent of the nominal length.
 * @throws InputProblem 'not-positive'
 */
export function cubeError(measuredMm: number, nominalMm: number): number {
  requirePositive(measuredMm, 'The measured length')
  requirePositive(nominalMm, 'The nominal length')
  return (measuredMm / nominalMm - 1) * 100
}

/**
 * New steps per millimetre of a feeder or an axis: new = old × asked ÷ got.
 * @throws InputProblem 'not-positive'
 */
export function newSteps(stepsPerMm: number, askedMm: number, gotMm: number): number {
  requirePositive(stepsPerMm, 'Steps per mm')
  requirePositive(askedMm, 'What was asked for')
  requirePositive(gotMm, 'What came')
  return (stepsPerMm * askedMm) / gotMm
}

function requirePositive(value: number, name: string): void {
  if (!(value > 0)) throw new InputProblem('not-positive', `${name} must be more than 0.`, { value })
}
