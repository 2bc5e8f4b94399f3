import { InputProblem } from '../inputProblem.ts'

export interface Filament {
  diameterMm: number
  densityGPerCm3: number
}

/** Cross-section of round filament, mm²: π·d²/4. */
export const crossSectionMm2 = (diameterMm: number) => (Math.PI * diameterMm ** 2) / 4

/**
 * Length of filament of a given mass: L = m / (ρ·π·d²/4).
 * @param of mass in g, diameter in mm, density in g/cm³; mass ≥ 0, the others > 0
 * @returns metres
 * @throws InputProblem 'not-positive'
 * Source: arithmetic; 1 kg of 1.24 g/cm³ at 1.75 mm is about 335 m (common practice, no source).
 */
export function metresOf({ grams, diameterMm, densityGPerCm3 }: Filament & { grams: number }): number {
  if (!(diameterMm > 0 && densityGPerCm3 > 0))
    throw new InputProblem('not-positive', 'Diameter and density of the filament must be more than 0.')
  return grams / (densityGPerCm3 * crossSectionMm2(diameterMm))
}

/** Mass of a length of filament, grams. The inverse of `metresOf`. */
export function gramsOf({ metres, diameterMm, densityGPerCm3 }: Filament & { metres: number }): number {
  return metres * densityGPerCm3 * crossSectionMm2(diameterMm)
}
