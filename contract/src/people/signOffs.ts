import type { Role } from '../rights.ts'

/**
 * What somebody has been shown and found able to do. Mains means a qualified electrical person as the local rules understand it.
 */
export const signOffs = ['hot work', 'motion', 'electronics', 'mains'] as const
export type SignOff = (typeof signOffs)[number]

/** What a site may do without. Hot work and mains are never relaxed. */
export const relaxable = ['motion', 'electronics'] as const satisfies readonly SignOff[]
export type Relaxable = (typeof relaxable)[number]

/** Work of these kinds is confirmed each time, and the confirmation stands in the book. */
export const confirmedWork = ['hot work', 'mains'] as const satisfies readonly SignOff[]
export type ConfirmedWork = (typeof confirmedWork)[number]

export interface SignedOff {
  signOff: SignOff
  /** Only on printers of this model; null: on all. */
  modelId: string | null
  /** Day until which it holds; null: until withdrawn. */
  until: string | null
}

/** Whether its last day, if it has one, is not over on a day of the workshop. */
export const signOffLasts = ({ until }: Pick<SignedOff, 'until'>, day: string): boolean =>
  until === null || until >= day

/**
 * Whether somebody may do work that needs a sign-off, on printers of a model. A workshop may do without motion and
 * electronics, never without hot work and mains.
 * @param own sign-offs of that person that are in force
 * @param relaxed what the workshop does without
 * @param modelId null for work that belongs to no model
 */
export const isSignedOffFor = (
  own: readonly Pick<SignedOff, 'signOff' | 'modelId'>[],
  relaxed: readonly Relaxable[],
  needed: SignOff,
  modelId: string | null,
): boolean =>
  relaxed.some((one) => one === needed) ||
  own.some(({ signOff, modelId: on }) => signOff === needed && (on === null || on === modelId))

export interface TrainingRecord {
  id: string
  topic: string
  /** YYYY-MM-DD */
  day: string
  note: string | null
  by: string
}

export interface ShiftTime {
  /** "HH:MM" */
  from: string
  /** "HH:MM", "24:00" for midnight; earlier than `from`: over midnight. */
  until: string
}

export interface ShiftPlan {
  /** Weekdays 0 Sunday to 6 Saturday. */
  weekly: (ShiftTime & { weekday: number })[]
  /** Single days that replace the week's: no time means away. */
  days: { day: string; spans: ShiftTime[] }[]
}

/** Somebody of the staff, as everybody may see them. */
export interface PersonHere {
  id: string
  displayName: string
  role: Role
  signOffs: SignedOff[]
  onShift: boolean
  lockedReason: string | null
  left: boolean
  shifts: ShiftPlan
  training: TrainingRecord[]
  /** Has a PIN; without one an invitation is still open or lost. */
  signsIn: boolean
}
