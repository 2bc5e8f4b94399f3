import type { Duty } from '../plan/duty.ts'
import type { Kit } from '../parts/kit.ts'
import type { RunningJob } from '../jobs/job.ts'
import type { TakeInStepName } from './takeInSteps.ts'
import type { Counters } from '../hours/clock.ts'
import type { RemovalReason } from '../parts/removalReasons.ts'

export type PrinterState = 'in service' | 'on hold' | 'being taken in' | 'retired'

export interface PrinterHead {
  id: string
  name: string
  make: string
  model: string
  room: string
  rack: string
  place: number
  state: PrinterState
  /** Why it is on hold or retired. */
  holdReason: string | null
  runHours: number
  meterHours: number
  countedAt: string
  /** Mean over the last 28 days; null when there is too little to go by. */
  hoursPerDay: number | null
  /** Means of all counters over the last 28 days. */
  perDay: Counters | null
}

/** One printer on the Floor. */
export interface FloorPrinter extends PrinterHead {
  /** The part that has used the largest share of its interval. */
  worst: Duty | null
  /** The part that falls due first. */
  next: Duty | null
  overdueCount: number
}

export interface Floor {
  racks: { room: string; rack: string; printers: FloorPrinter[] }[]
}

/** A fitting on the hour ribbon: bar from one counter reading to another. */
export interface RibbonFitting {
  id: string
  slotId: string
  partTypeId: string
  partTypeName: string
  fittedHours: number
  fittedAt: string
  /** null while it is in the slot. */
  removedHours: number | null
  removedAt: string | null
  removalReason: RemovalReason | null
}

export interface RibbonMark {
  seq: number
  runHours: number
  at: string
  kind: 'count' | 'job' | 'meter reset' | 'gap' | 'note' | 'hold' | 'release'
  words: string
}

export interface PrinterPage {
  printer: PrinterHead
  build: string
  takenInHours: number
  slots: { id: string; name: string; kind: string; duty: Duty | null }[]
  /** Steps of the take-in that are done. */
  stepsDone: TakeInStepName[]
  /** The print that was started and is not finished. */
  job: RunningJob | null
  kits: Kit[]
  fittings: RibbonFitting[]
  marks: RibbonMark[]
}
