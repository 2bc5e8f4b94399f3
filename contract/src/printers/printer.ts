import type { Freshness } from '../freshness.ts'
import type { ReplacementDuty } from '../plan/duty.ts'
import type { MadeDuty, OpenFault } from '../faults/fault.ts'
import type { ModelBed } from '../parts/model.ts'
import type { Kit } from '../parts/kit.ts'
import type { RunningJob } from '../jobs/job.ts'
import type { TakeInStepName } from './takeInSteps.ts'
import type { Counters } from '../hours/clock.ts'
import type { PrinterState, Stop } from '../printerState.ts'
import type { RemovalReason } from '../parts/removalReasons.ts'

export interface PrinterHead {
  id: string
  name: string
  make: string
  model: string
  modelId: string
  room: string
  rack: string
  place: number
  state: PrinterState
  /** Why it is on hold or retired. */
  holdReason: string | null
  /** The first report that stops it and was neither closed nor lifted, also while it is on hold. */
  stop: Stop | null
  runHours: number
  meterHours: number
  countedAt: string
  /** Mean over the last 28 days; null when there is too little to go by. */
  hoursPerDay: number | null
  /** Means of all counters over the last 28 days. */
  perDay: Counters | null
  /** Totals when it was last counted. */
  counters: Counters
}

/** What the thermometer in the enclosure told last. */
export interface EnclosureState {
  celsius: number
  at: string
  /** null: the kind of reading has no upper limit for this model. */
  limitC: number | null
  /** Hours above the limit, a clock of their own. */
  hotHours: number
  /** Above the limit, and heard of in the last half hour. */
  isTooHot: boolean
}

/** A part as a line about its printer shows it. */
export type PartLine = Pick<
  ReplacementDuty,
  | 'slot'
  | 'partType'
  | 'clock'
  | 'age'
  | 'ageIsKnown'
  | 'interval'
  | 'left'
  | 'dueDate'
  | 'urgency'
  | 'failureChance'
  | 'failureRange'
  | 'waits'
  | 'also'
>

/** What is kept of each printer, in sum. */
export interface PrinterLine {
  hoursPerDay: number | null
  perDay: Counters | null
  /** The part that has used the largest share of its interval. */
  worst: PartLine | null
  /** The part that falls due first. */
  next: PartLine | null
  overdueCount: number
  /** Checks that are overdue or called for by what happened. */
  checksDue: number
}

/** A printer by its name, for lists to choose from. */
export type PrinterName = Pick<
  PrinterHead,
  | 'id'
  | 'name'
  | 'make'
  | 'model'
  | 'modelId'
  | 'room'
  | 'rack'
  | 'place'
  | 'state'
  | 'holdReason'
  | 'stop'
  | 'meterHours'
  | 'countedAt'
>

/** One printer on the Floor. */
export type FloorPrinter = PrinterName &
  Omit<PrinterLine, 'perDay'> &
  Pick<PrinterHead, 'runHours'> & {
    /** Faults that are reported and not closed: read as the page is asked for. */
    openFaults: number
    /** Whether its parts and duties are known; they are not until they were worked out for the first time. */
    isKnown: boolean
  }

export interface Floor {
  fresh: Freshness
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
  kind: 'count' | 'job' | 'meter reset' | 'gap' | 'note' | 'hold' | 'release' | 'check' | 'fault' | 'upgrade' | 'repair'
  words: string
}

/** A kind of reading as a small line on the ribbon, oldest point first. */
export interface RibbonReading {
  name: string
  unit: string
  points: { runHours: number; value: number }[]
}

export interface PrinterPage {
  fresh: Freshness
  printer: PrinterHead
  modelId: string
  build: string
  takenInHours: number
  slots: { id: string; name: string; kind: string; duty: ReplacementDuty | null }[]
  /** Slots that it had once, and in which parts sat. */
  goneSlots: { id: string; name: string }[]
  /** The replacement that comes next; null: none. */
  next: ReplacementDuty | null
  /** The name of the look before a print; null: this printer has none. */
  beforePrint: string | null
  /** Steps of the take-in that are done. */
  stepsDone: TakeInStepName[]
  /** The print that was started and is not finished. */
  job: RunningJob | null
  kits: Kit[]
  /** The model's bed; null: not in the catalogue. */
  bed: ModelBed | null
  faults: OpenFault[]
  atWork: { personId: string; who: string; since: string; faultId: string | null }[]
  madeDuties: MadeDuty[]
  fittings: RibbonFitting[]
  marks: RibbonMark[]
  readings: RibbonReading[]
}
