import type { OutOfUse } from './printerState.ts'

/** A printer where it stands, in lists of what is to be done. */
export interface PrinterSpot {
  id: string
  name: string
  /** Rack and place, as they stand on its label. */
  place: string
  room: string
  rack: string
  modelId: string
  /** Stopped or on hold, and why; null: neither. */
  out: OutOfUse | null
}
