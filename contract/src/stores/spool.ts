/** A spool of filament in the stores. */
export interface Spool {
  id: string
  name: string
  material: string
  abrasive: boolean
  diameterMm: number
  densityGPerCm3: number
  netGrams: number
  tareGrams: number
  leftMetres: number
  leftGrams: number
  weighedAt: string | null
  finishedAt: string | null
}
