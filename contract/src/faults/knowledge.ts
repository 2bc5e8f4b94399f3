import Joi from 'joi'
import { uuid, words } from '../fields/action.ts'
import { neededStates, type NeededState } from '../checks/checkType.ts'
import { signOffs, type SignOff } from '../people/signOffs.ts'

/** Drawings that explain a symptom or a cause, made for this product. */
export const drawings = [
  'ridges',
  'gaps',
  'guide tube gap',
  'eccentric nut',
  'backlash',
  'shifted layers',
  'leaning',
  'regular bands',
  'strings',
  'lifted corner',
  'thin extrusion',
  'cracked lever',
] as const
export type Drawing = (typeof drawings)[number]

/** Which printers something is about: those with a slot of one of the kinds, and of one of the models; empty: all. */
export interface AboutPrinters {
  slotKinds: string[]
  models: string[]
}

/** What can be seen. */
export interface Symptom {
  id: string
  name: string
  /** What it looks like, so that two people call it the same. */
  looks: string
  drawing: Drawing | null
  about: AboutPrinters
  caution: string | null
  /** Stop using the machine until it is found. */
  stop: boolean
  /** Its causes in the usual order, with their weight before anything is known. */
  causes: { causeId: string; weight: number }[]
  dropped: boolean
}

/** What it can come from. */
export interface Cause {
  id: string
  name: string
  /** How it does harm. */
  mechanism: string
  /** What puts it right. */
  fix: string
  /** Minutes to look at it and put it right. */
  minutes: number
  drawing: Drawing | null
  about: AboutPrinters
  /** Kinds of slot whose part is changed for it. */
  changes: string[]
  caution: string | null
  signOff: SignOff | null
  dropped: boolean
}

/** A quick test that tells causes apart. */
export interface FaultTest {
  id: string
  name: string
  how: string
  minutes: number
  state: NeededState
  caution: string | null
  signOff: SignOff | null
  /** The same job on another printer of the model. */
  onSister: boolean
  about: AboutPrinters
  outcomes: TestOutcome[]
  dropped: boolean
}

/** One way a test can end: how likely under each cause, and under all others. */
export interface TestOutcome {
  words: string
  likely: Record<string, number>
  otherwise: number
}

export interface Knowledge {
  symptoms: Symptom[]
  causes: Cause[]
  tests: FaultTest[]
}

const about = Joi.object({
  slotKinds: Joi.array().items(words(60)).max(20).unique().required(),
  models: Joi.array().items(uuid).max(200).unique().required(),
}).required()
const drawing = Joi.string()
  .valid(...drawings)
  .allow(null)
  .required()
const signOff = Joi.string()
  .valid(...signOffs)
  .allow(null)
  .required()
const caution = words(500).allow(null).required()
/** Never 0 or 1: a finding may always be a slip of the eye. */
const chance = Joi.number().min(0.01).max(0.99)

export const symptomFields = {
  name: words(120).required(),
  looks: words(1000).required(),
  drawing,
  about,
  caution,
  stop: Joi.boolean().required(),
  causes: Joi.array()
    .items(Joi.object({ causeId: uuid.required(), weight: Joi.number().greater(0).max(1000).required() }))
    .max(40)
    .unique('causeId')
    .required(),
  dropped: Joi.boolean().required(),
}

export const causeFields = {
  name: words(120).required(),
  mechanism: words(1000).required(),
  fix: words(1000).required(),
  minutes: Joi.number().greater(0).max(10_000).required(),
  drawing,
  about,
  changes: Joi.array().items(words(60)).max(20).unique().required(),
  caution,
  signOff,
  dropped: Joi.boolean().required(),
}

export const testFields = {
  name: words(120).required(),
  how: words(1000).required(),
  minutes: Joi.number().greater(0).max(10_000).required(),
  state: Joi.string()
    .valid(...neededStates)
    .required(),
  caution,
  signOff,
  onSister: Joi.boolean().required(),
  about,
  outcomes: Joi.array()
    .items(
      Joi.object({
        words: words(80).required(),
        likely: Joi.object().pattern(uuid, chance).max(40).required(),
        otherwise: chance.required(),
      }),
    )
    .min(2)
    .max(6)
    .unique('words')
    .required(),
  dropped: Joi.boolean().required(),
}
