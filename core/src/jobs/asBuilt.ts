/** What a printer of a model can do, from its maker's sheet. */
export interface MachineLimits {
  plateXMm: number
  plateYMm: number
  heightMm: number
  nozzleMaxC: number
  bedMaxC: number
  /** null: no heated chamber. */
  chamberMaxC: number | null
  enclosed: boolean
  /** Warmest air that its electronics stand, °C; left out or null: nobody has said. */
  insideMaxC?: number | null
  filamentMm: number
  tools: number
  accelerationMmPerS2: number
  maxSpeedMmPerS: number
}

/** A part that sits in a slot, as far as it limits what may be printed. */
export interface FittedPart {
  slot: string
  partType: string
  maxNozzleC: number | null
  toleratesAbrasive: boolean | null
  /** Opening of a nozzle, mm; left out or null: not known, or no nozzle. */
  nozzleMm?: number | null
}

/** A limit of a printer as it stands, and what sets it. */
export interface BuiltLimits {
  limits: MachineLimits
  nozzleMaxC: number
  /** Names the part that lowers the model's highest nozzle temperature; null when none does. */
  nozzleLimitedBy: string | null
  /** Parts that abrasive filament would eat. */
  abrasiveForbiddenBy: string[]
  /** Opening of the fitted nozzle, and which part says so; null: not known, or several that differ. */
  boreMm: number | null
  boreOf: string | null
}

/**
 * The limits of a printer as built: the model's, lowered by what is fitted.
 *
 * A lined hot end lowers the highest nozzle temperature; a soft nozzle forbids abrasive filament.
 * Source: common practice, no source.
 */
export function builtLimits(limits: MachineLimits, parts: readonly FittedPart[]): BuiltLimits {
  const lowest = parts.reduce<FittedPart | null>(
    (least, part) =>
      part.maxNozzleC !== null && part.maxNozzleC < (least?.maxNozzleC ?? limits.nozzleMaxC) ? part : least,
    null,
  )
  const bores = parts.filter(({ nozzleMm }) => nozzleMm != null)
  const [bore] = bores
  const isOne = bore !== undefined && bores.every(({ nozzleMm }) => nozzleMm === bore.nozzleMm)
  return {
    limits,
    nozzleMaxC: lowest?.maxNozzleC ?? limits.nozzleMaxC,
    nozzleLimitedBy: lowest && `${lowest.slot} (${lowest.partType})`,
    abrasiveForbiddenBy: parts
      .filter(({ toleratesAbrasive }) => toleratesAbrasive === false)
      .map(({ slot, partType }) => `${slot} (${partType})`),
    boreMm: isOne ? (bore.nozzleMm ?? null) : null,
    boreOf: isOne ? `${bore.slot}: ${bore.partType}` : null,
  }
}
