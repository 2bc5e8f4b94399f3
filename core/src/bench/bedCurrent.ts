import { InputProblem } from '../inputProblem.ts'

/** Resistivity of annealed copper at 20 °C, Ω·mm²/m. Source: IEC 60028. */
const copper = 0.017241

export interface BedCurrent {
  amperes: number
  /** Lost in the wire, there and back. */
  wireDropV: number
  wireHeatW: number
  /** Heat in the contacts. */
  contactHeatW: number
  /** Current as a share of the least rating; null when none was given. */
  shareOfRating: number | null
  weakest: string | null
}

/**
 * Current of a heated bed, and what it does to wire, plug and switch: I = P/V, R = ρ·2L/A, heat I²R.
 * @param of powerW, volts > 0; wireMm2 cross-section, wireM one way; contactOhm of all contacts together; ratings in A from the makers' sheets
 * @throws InputProblem 'not-positive'
 * Source: Ohm's law; copper IEC 60028. It decides nothing: a qualified electrical person does.
 */
export function bedCurrent(of: {
  powerW: number
  volts: number
  wireMm2: number
  wireM: number
  contactOhm: number
  ratingsA: Record<string, number>
}): BedCurrent {
  const { powerW, volts, wireMm2, wireM, contactOhm, ratingsA } = of
  for (const [name, value] of Object.entries({ Power: powerW, Voltage: volts, 'Cross-section of the wire': wireMm2 }))
    if (!(value > 0)) throw new InputProblem('not-positive', `${name} must be more than 0.`, { value })
  if (!(wireM >= 0) || !(contactOhm >= 0))
    throw new InputProblem('not-positive', 'Length and resistance cannot be negative.')
  const amperes = powerW / volts
  const wireOhm = (copper * 2 * wireM) / wireMm2
  const ratings = Object.entries(ratingsA)
  for (const [name, rating] of ratings)
    if (!(rating > 0))
      throw new InputProblem('not-positive', `The rating of the ${name} must be more than 0 A.`, { rating })
  const weakest = ratings.reduce<[string, number] | null>(
    (least, one) => (least && least[1] <= one[1] ? least : one),
    null,
  )
  return {
    amperes,
    wireDropV: amperes * wireOhm,
    wireHeatW: amperes ** 2 * wireOhm,
    contactHeatW: amperes ** 2 * contactOhm,
    shareOfRating: weakest && amperes / weakest[1],
    weakest: weakest && weakest[0],
  }
}
