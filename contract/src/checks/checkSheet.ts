import type { Freshness } from '../freshness.ts'
import type { PrinterSpot } from '../spot.ts'
import type { Role } from '../rights.ts'
import type { SignOff } from '../people/signOffs.ts'
import type { CheckContent, NeededState, TurnClock } from './checkType.ts'
import type { Urgency } from '../urgency.ts'
import type { OutOfUse, PrinterState } from '../printerState.ts'

/** What was found at a step. A step done again keeps both; the later one counts. */
export interface StepResult {
  seq: number
  key: string
  stepId: string
  done: boolean
  value: number | null
  unit: string | null
  choice: string | null
  text: string | null
  photos: string[]
  /** Outside its limits, or a choice that is not in order. */
  isOut: boolean
  note: string | null
  who: string
  at: string
  /** A later result of the same step counts instead. */
  replaced: boolean
}

/** One doing of a check on one printer. Several people may fill it in. */
export interface CheckSheet {
  id: string
  printer: {
    id: string
    name: string
    place: string
    state: PrinterState
    holdReason: string | null
    out: OutOfUse | null
  }
  /** Why a lead had it begun although the printer is stopped or on hold; null: no exception. */
  exception: string | null
  /** Its hot and moving steps may be done: the printer is in use, or this check serves its release. */
  mayHeat: boolean
  checkType: { id: string; version: number; currentVersion: number }
  /** As it was when the check was begun. */
  content: CheckContent
  begunAt: string
  begunBy: string
  confirmed: { state: NeededState; who: string; at: string }[]
  results: StepResult[]
  finishedAt: string | null
  finishedBy: string | null
  outcome: SheetOutcome | null
  reason: string | null
  mayDo: MayDo
}

export const sheetOutcomes = ['done', 'skipped', 'given up'] as const
export type SheetOutcome = (typeof sheetOutcomes)[number]

/** Whether the one who asks may do a check, else who may. */
export interface MayDo {
  may: boolean
  needs: { role: Role; signOff: SignOff | null }
  /** Those who are on shift first. */
  askOneOf: string[]
  hereNow: string[]
}

/** The next turn of a check on a printer. */
export interface CheckTurn {
  printer: PrinterSpot
  checkType: {
    id: string
    name: string
    minutes: number
    beforePrint: boolean
    steps: number
    /** Who may do it. */
    needs: { role: Role; signOff: SignOff | null }
  }
  /** none: only by hand or after something happened. */
  state: 'none' | 'not yet' | 'open' | 'overdue'
  due: { clock: TurnClock; interval: number; left: number; isFirst: boolean } | null
  /** What has happened since it was last done that calls for it; null: nothing. */
  after: { words: string; at: string } | null
  dueDate: string | null
  urgency: Urgency | null
  lastAt: string | null
  /** Begun and not finished. */
  openSheetId: string | null
}

/** Checks of one printer. */
export interface PrinterChecks {
  fresh: Freshness
  turns: (CheckTurn & {
    mayDo: MayDo
    /** Why it is not to be done now: the printer is stopped or on hold, and this heats or moves it. */
    waits: OutOfUse | null
  })[]
  /** Newest first. */
  past: {
    id: string
    name: string
    version: number
    outcome: SheetOutcome
    at: string
    who: string
    out: number
    reason: string | null
  }[]
}
