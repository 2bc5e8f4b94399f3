import type { Clock } from '../hours/clock.ts'
import type { PartJoint } from './fit.ts'

export interface PartType {
  id: string
  name: string
  slotKind: string
  /** null: not entered yet. */
  priceMinor: number | null
  minutes: number
  failureExtraMinor: number | null
  /** The clock that this part ages by. */
  agesBy: Clock
  /** The catalogue's interval, on that clock. */
  tradeInterval: number
  /** Highest nozzle temperature that this part stands, such as a liner; null when it sets no limit. */
  maxNozzleC: number | null
  /** Opening of a nozzle, mm; null: no nozzle, or not entered. */
  nozzleMm: number | null
  /** Whether abrasive filament may run through it; null when it does not matter. */
  toleratesAbrasive: boolean | null
  /** How much the catalogue's interval counts against our own lives; 1: about one failure. */
  tradeWeight: number
  /** Due after so many metres of abrasive filament too, whichever comes first; null: abrasive metres do not matter. */
  abrasiveMetresMost: number | null
  joints: PartJoint[]
}
