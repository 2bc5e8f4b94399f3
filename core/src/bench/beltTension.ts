import { InputProblem } from '../inputProblem.ts'

/** Mass of a 6 mm belt per metre, kg, from memory: the maker's sheet comes first. */
export const usualBeltMassKgPerM = 0.008

export interface BeltSpan {
  /** Free length between the pulleys, m. */
  spanM: number
  massKgPerM: number
}

/**
 * Tension of a belt from the pitch of its free span: T = 4·m·L²·f².
 * @param hz pitch of the fundamental, > 0
 * @returns newtons
 * @throws InputProblem 'not-positive'
 * Source: the stretched string, Mersenne's law (any physics text).
 */
export function beltTension(hz: number, { spanM, massKgPerM }: BeltSpan): number {
  requirePositive({ 'The pitch': hz, 'The span': spanM, 'The mass of the belt': massKgPerM })
  return 4 * massKgPerM * spanM ** 2 * hz ** 2
}

/** The pitch at which a span has the tension; the inverse of beltTension. */
export function pitchForTension(newtons: number, { spanM, massKgPerM }: BeltSpan): number {
  requirePositive({ 'The tension': newtons, 'The span': spanM, 'The mass of the belt': massKgPerM })
  return Math.sqrt(newtons / (4 * massKgPerM)) / spanM
}

function requirePositive(figures: Record<string, number>): void {
  for (const [name, value] of Object.entries(figures))
    if (!(value > 0)) throw new InputProblem('not-positive', `${name} must be more than 0.`, { value })
}
