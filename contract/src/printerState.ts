/** Whether a printer may be used, or why not. A stop is what was reported and not looked at; a hold is what somebody decided. */
export type PrinterState = 'in service' | 'stopped' | 'on hold' | 'being taken in' | 'retired'

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
export const outInWords = ({ state, why }: OutOfUse) => `${state === 'stopped' ? 'Stopped' : 'On hold'}: ${why}`
