import type { FileComments } from './fileComments.ts'

/** What a printer's motion allows, from its model. */
export interface Motion {
  accelerationMmPerS2: number
  maxSpeedMmPerS: number
  filamentMm: number
}

/** A box in mm. */
export interface Extent {
  minX: number
  maxX: number
  minY: number
  maxY: number
  minZ: number
  maxZ: number
}

/** What a job file says, once it has been read to its end. */
export interface JobFigures {
  /** Time of all moves and pauses; heating up is not in it. */
  seconds: number
  /** Filament that goes in, by tool. */
  filamentMm: number[]
  nozzleC: number | null
  bedC: number | null
  chamberC: number | null
  /** Where plastic is laid; null when none is. */
  printed: Extent | null
  /** Where the head goes. */
  reach: Extent
  firstLayerMm: number | null
  layers: number
  /** Diameter of filament that the amounts look made for: 1.75, 2.85 or null when it cannot be told. */
  filamentLooksLikeMm: number | null
  retractions: number
  travelMm: number
  /** Waits for a temperature, whose time is not known. */
  heatingWaits: number
  lines: number
  /** Lines that say nothing to this reader, such as macros of one maker. */
  notUnderstood: number
  /** The fastest move and the largest acceleration that it asks for, whatever the machine can do; null: it sets none. */
  fastestMmPerS: number | null
  accelerationMmPerS2: number | null
  /** It has the machine probe its bed. */
  probes: boolean
  /** What its comments tell. */
  told: FileComments
  /** Lines of the first layer, x0 y0 x1 y1 each, thinned out where there are too many. */
  firstLayer: Float32Array
}
