import type { SignOff } from '../people/signOffs.ts'

/** What can happen to a printer that upsets checks and readings, beside a part change. */
export const printerEvents = [
  'firmware flashed',
  'board changed',
  'material changed',
  'pause over',
  'knocked',
  'moved',
  'feed made direct',
  'fault',
  'wiring or supply changed',
] as const
export type PrinterEvent = (typeof printerEvents)[number]

/** A line of the table of what a change upsets: what is to be done again, and which readings begin anew. */
export interface UpsetLine {
  id: string
  /** What was changed, in words. */
  changed: string
  slotKinds: string[]
  events: PrinterEvent[]
  /** Check types that are due after it. */
  redo: string[]
  /** Names of readings whose baseline restarts. */
  restarts: string[]
  /** What else is to be redone, in words. */
  also: string[]
  caution: string | null
  /** Hours that must pass before the printer is used, and what for; 0: none. */
  waitHours: number
  waitFor: string | null
  /** Sign-off without which nobody may tick or waive a line of it. */
  signOff: SignOff | null
}
