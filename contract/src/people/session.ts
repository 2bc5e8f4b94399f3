import Joi from 'joi'
import { words } from '../fields/action.ts'
import { newPinField, pinField } from './pin.ts'
import type { Relaxable } from './signOffs.ts'
import type { Role } from '../rights.ts'

export interface SignIn {
  name: string
  pin: string
}

export const signInSchema = Joi.object<SignIn>({
  name: words(60).required(),
  pin: pinField,
})

export interface Person {
  id: string
  /** What the person types to sign in. */
  name: string
  displayName: string
  role: Role
}

export type Weekday = 0 | 1 | 2 | 3 | 4 | 5 | 6

export interface Site {
  id: string
  name: string
  timeZone: string
  currency: string
  closedWeekdays: number[]
  closedDays: string[]
  /** The weekday with which a week begins, 0 for Sunday. */
  weekBegins: Weekday
  /** Sign-offs that this workshop does without. */
  relaxed: Relaxable[]
  /** Where phones reach it, as a lead has said; null: as it is opened. */
  address: string | null
  /** Voltage of the mains; null: not told. */
  mainsVolts: number | null
}

export interface Session {
  person: Person
  site: Site
  /** The address that labels, tags and invitations carry; null while only this very computer would find it. */
  labelsCarry: string | null
  /** The server's clock, so that a device with a wrong clock still dates its actions right. */
  now: string
}

/** What the sign-in page needs to know before anybody is signed in. */
export interface Welcome {
  siteName: string | null
  /** Names to try in the demo; null in a real workshop. */
  demo: { names: string[]; pin: string } | null
}

/** The first person of an empty site: becomes its lead. */
export interface FirstRun {
  siteName: string
  timeZone: string
  currency: string
  name: string
  displayName: string
  pin: string
  /** Voltage of the mains; left out or null: not told. */
  mainsVolts?: number | null
}

export const firstRunSchema = Joi.object<FirstRun>({
  siteName: words(80).required(),
  timeZone: words(60).required(),
  currency: Joi.string()
    .pattern(/^[A-Z]{3}$/)
    .required()
    .messages({ 'string.pattern.base': 'must be three capital letters as in ISO 4217, such as EUR' }),
  mainsVolts: Joi.number().integer().min(90).max(260).allow(null),
  name: words(60).required(),
  displayName: words(80).required(),
  pin: newPinField,
})

export const changePinSchema = Joi.object<{ pin: string; newPin: string }>({
  pin: pinField,
  newPin: newPinField,
})

/** Whoever was invited chooses a PIN with the code of the invitation. */
export const joinSchema = Joi.object<{ code: string; pin: string }>({
  code: Joi.string().max(100).required(),
  pin: newPinField,
})
