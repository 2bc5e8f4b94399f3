/** Whether a printer may be used, or why not. A stop is what was reported and not looked at; a hold is what somebody decided. */
export type PrinterState = 'in service' | 'stopped' | 'on hold' | 'being taken in' | 'retired'

interface StateMeaning {
  word: string
  /** Jobs may be started on it. */
  mayRun: boolean
  /** It can be put on hold: it is not yet. */
  mayBeHeld: boolean
  /** It still belongs to the workshop. */
  isHere: boolean
}

/** What each state means for what may be done: all ask here. */
export const printerStates: Record<PrinterState, StateMeaning> = {
  'in service': { word: 'In service', mayRun: true, mayBeHeld: true, isHere: true },
  stopped: { word: 'Stopped', mayRun: false, mayBeHeld: true, isHere: true },
  'on hold': { word: 'On hold', mayRun: false, mayBeHeld: false, isHere: true },
  'being taken in': { word: 'Being taken in', mayRun: false, mayBeHeld: false, isHere: true },
  retired: { word: 'Retired', mayRun: false, mayBeHeld: false, isHere: false },
}

/** For lists of those that the workshop has. */
export const isHere = ({ state }: { state: PrinterState }) => printerStates[state].isHere

/** An open fault that says that the printer must not run until somebody has looked. */
export interface Stop {
  faultId: string
  symptom: string
  at: string
  /** Reported by label, by somebody without an account. */
  byVisitor: boolean
}

/** Why nobody heats, moves or opens a printer but to put it right. */
export interface OutOfUse {
  state: 'stopped' | 'on hold'
  why: string
}

/** In one sentence, for lists, sheets and refusals. */
export const outInWords = ({ state, why }: OutOfUse) => `${printerStates[state].word}: ${why}`
