import type { Clock } from '../hours/clock.ts'
import type { PrinterSpot } from '../spot.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { MayDo } from '../checks/checkSheet.ts'
import type { Cause, FaultTest, Symptom } from './knowledge.ts'
import type { OutOfUse, PrinterState } from '../printerState.ts'
/** What brought a fault about. Only wear teaches how long a part lasts; the rest teaches who needs an induction. */
export const broughtAboutBy = [
  'wear',
  'maker',
  'slicing',
  'outside filament',
  'unattended',
  'preheat',
  'removal',
  'repair',
  'unknown',
] as const
export type BroughtAbout = (typeof broughtAboutBy)[number]

/** Inductions that would have prevented a fault. Common practice, no source. */
export const inductionTopics = [
  'staying for the first layer',
  'heating and leaving',
  'taking parts off the plate',
  'which filament may be used',
  'slicing for this printer',
  'changing parts',
] as const
export type InductionTopic = (typeof inductionTopics)[number]

/** What is offered first for each; the one who closes may say another. */
export const usualTopic: Record<BroughtAbout, InductionTopic | null> = {
  wear: null,
  maker: null,
  slicing: 'slicing for this printer',
  'outside filament': 'which filament may be used',
  unattended: 'staying for the first layer',
  preheat: 'heating and leaving',
  removal: 'taking parts off the plate',
  repair: 'changing parts',
  unknown: null,
}

export const permanences = ['permanent', 'temporary'] as const
export type Permanence = (typeof permanences)[number]

export const outcomesOfChange = ['gone', 'still there'] as const
export type OutcomeOfChange = (typeof outcomesOfChange)[number]

/** Something that was seen to be wrong and is not settled yet. */
export interface OpenFault {
  id: string
  /** What was seen, in the words of the one who reported it. */
  symptom: string
  /** The symptom of the knowledge that it was found to be. */
  known: { id: string; name: string } | null
  /** Whether the one who reported it thinks that printing may go on. */
  mayGoOn: boolean
  /** It stops the printer: it says so, and nobody has lifted that. */
  stops: boolean
  /** Reported by label, by somebody without an account. */
  byVisitor: boolean
  /** Who lifted its stop, and why; null: nobody did. */
  lifted: { who: string; at: string; reason: string } | null
  at: string
  who: string
  photos: string[]
}

/** Whether the printer may go on, as it was reported and as it stands. */
export const goOnWords = ({ mayGoOn, lifted }: Pick<OpenFault, 'mayGoOn' | 'lifted'>) =>
  mayGoOn
    ? 'Printing may go on'
    : lifted
      ? `Reported as a stop; lifted by ${lifted.who}: ${lifted.reason}`
      : 'Nobody may use it until somebody has looked'

/** A fault in the list of all that are open. */
export interface PrinterFault extends OpenFault {
  printer: PrinterSpot
  /** Who is at it now. */
  atIt: string[]
  waitingFor: string | null
}

/** What was tried on a fault, in its order: a test, or one change. */
export interface FaultStep {
  id: string
  kind: 'test' | 'change'
  /** Name of the test, or what was changed. */
  words: string
  testId: string | null
  causeId: string | null
  /** Of a test: what came out; of a change: whether the fault is gone. null: not told yet. */
  outcome: string | null
  note: string | null
  minutes: number | null
  who: string
  at: string
}

/** A cause with its chance as things stand, and why. */
export interface RankedCause {
  cause: Cause
  /** What sits now in the slots that the cause is about. */
  fitted: { slot: string; part: string; clock: Clock; age: number; ageIsKnown: boolean }[]
  chance: number
  /** Before anything was tested. */
  priorChance: number
  /** Closed faults of this symptom here, and how many of them were this cause. */
  own: { faults: number; ofThis: number }
  reasons: string[]
  mayFix: MayDo
}

export interface OfferedTest {
  test: FaultTest
  bits: number
  bitsPerMinute: number
  /** Chance of each outcome as things stand, in the order of the test. */
  outcomeChances: number[]
  mayDo: MayDo
}

/** The desk of one fault. */
export interface FaultPage {
  fault: OpenFault
  printer: {
    id: string
    name: string
    place: string
    state: PrinterState
    holdReason: string | null
    out: OutOfUse | null
    modelId: string
  }
  runHours: number
  /** Symptoms that a printer of this kind can have. */
  symptoms: Symptom[]
  /** null until the symptom is named. */
  diagnosis: Diagnosis | null
  steps: FaultStep[]
  /** Parts that were changed since it was reported. */
  partsChanged: { seq: number; words: string; at: string; who: string }[]
  work: { who: string; from: string; until: string | null; waitingFor: string | null }[]
  /** Printers of the same model on which the same job can be run. */
  sisters: { id: string; name: string; place: string }[]
  closed: ClosedFault | null
  /** The report was a mistake, and counts for nothing. */
  takenBack: { at: string; who: string; words: string } | null
  /** Key of the entry that reported it, when the reader may take it back. */
  takeBackKey: string | null
}

export interface ClosedFault {
  at: string
  who: string
  cause: string | null
  mechanism: string
  broughtAbout: BroughtAbout
  topic: InductionTopic | null
  what: string
  minutes: number
  permanence: Permanence
  photosBefore: string[]
  photosAfter: string[]
}

/** Something to be done that a person has put down, once. */
export interface MadeDuty {
  id: string
  printer: PrinterSpot
  words: string
  /** Day by which it should be done. */
  dueDate: string
  /** Running hours at which it should be done; null: by the day alone. */
  dueRunHours: number | null
  runHours: number
  /** The fault that was mended for now: until this is done, a promise is open. */
  promiseOf: { faultId: string; words: string } | null
  at: string
  who: string
}

/** What must be done before a printer is used again. */
export interface ReturnLine {
  item: string
  kind: 'check' | 'also' | 'wait' | 'test print' | 'guard' | 'fault'
  words: string
  after: string
  /** Of a wait: until when. */
  until: string | null
  checkTypeId: string | null
  openSheetId: string | null
  state: 'open' | 'done' | 'waived'
  /** Who ticked or waived it, and why. */
  by: { who: string; at: string; reason: string | null } | null
  signOff: SignOff | null
  caution: string | null
  mayDo: MayDo
}

export interface ReturnToService {
  lines: ReturnLine[]
  /** Nothing stands in the way of a release. */
  isClear: boolean
}

/** What a fault may come from, by the trade’s experience and our own, and which test tells most. */
export interface Diagnosis {
  causes: RankedCause[]
  /** Share of the chances that comes from faults closed here. */
  ownShare: number
  ownFaults: number
  uncertaintyBits: number
  /** Most telling per minute first; those that were done are left out. */
  tests: OfferedTest[]
  /** The order in which to look and fix, soonest found on average. */
  lookOrder: string[]
  /** The fault that this one looks like coming back. */
  returning: { faultId: string; cause: string; fixedAt: string; hoursAgo: number } | null
}
