import Joi from 'joi'
import { uuid, words } from '../fields/action.ts'
import { roles, type Role } from '../rights.ts'
import { signOffs, type SignOff } from '../people/signOffs.ts'
import { machineNeeds, turnClocks, type MachineNeed, type TurnClock, type Turns } from '@diatribon/core'

export const stepKinds = ['tick', 'measure', 'choose', 'photo', 'text'] as const
export type StepKind = (typeof stepKinds)[number]

/** What state the printer must be in for a step. */
export const neededStates = ['any', 'cold', 'hot', 'moving', 'unplugged'] as const
export type NeededState = (typeof neededStates)[number]

export { machineNeeds, turnClocks, type MachineNeed, type TurnClock, type Turns }

export interface CheckStep {
  id: string
  kind: StepKind
  title: string
  /** How it is done and what to look for. */
  how?: string
  state: NeededState
  caution?: string
  /** Of a measure: the kind of reading that the value is kept as. */
  reading?: string
  unit?: string
  target?: number
  lower?: number
  upper?: number
  /** On a sheet: the limits are usual ones that nobody here has confirmed. */
  limitsToConfirm?: true
  /** Of a choice: what can be found, and which of it is not in order. */
  choices?: { words: string; isBad: boolean }[]
  /** Slots whose parts it looks at, by their kind or their name: in order, they were good then. */
  looksAt?: string[]
  /** Only on machines that have all of these. */
  needs?: MachineNeed[]
  /** May be left out. */
  optional?: boolean
}

/**
 * Whether a check has something to do on a printer that is neither heated nor moved: it has no hot or moving step, or cold ones beside them, which
 * wait by themselves. A look before a print has not: nothing is printed then.
 */
export const hasColdWork = ({ steps, beforePrint }: Pick<CheckContent, 'steps' | 'beforePrint'>) =>
  !beforePrint &&
  (!steps.some(({ state }) => heatsOrMoves(state)) ||
    steps.some(({ state }) => state === 'cold' || state === 'unplugged'))

export const heatsOrMoves = (state: NeededState) => state === 'hot' || state === 'moving'

/** A check as a list of steps. Each change makes a new version; what was done keeps the steps of its day. */
export interface CheckContent {
  name: string
  purpose: string
  minutes: number
  tools: string[]
  parts: string[]
  cautions: string[]
  /** Least role that may do it, and the sign-off it needs. */
  role: Exclude<Role, 'device'>
  signOff: SignOff | null
  /** Models it is for; empty: all. */
  models: string[]
  /** Offered first on the printer's page, before each print. */
  beforePrint: boolean
  turns: Turns
  steps: CheckStep[]
}

export interface CheckType {
  id: string
  version: number
  retired: boolean
  content: CheckContent
}

export interface CheckVersion {
  version: number
  content: CheckContent
  at: string
  who: string
}

const limit = Joi.number().min(-1e6).max(1e6)

const stepSchema = Joi.object({
  id: uuid.required(),
  kind: Joi.string()
    .valid(...stepKinds)
    .required(),
  title: words(120).required(),
  how: words(1000),
  state: Joi.string()
    .valid(...neededStates)
    .required(),
  caution: words(500),
  optional: Joi.boolean(),
  needs: Joi.array()
    .items(Joi.string().valid(...machineNeeds))
    .max(machineNeeds.length)
    .unique(),
  looksAt: Joi.array().items(words(60)).max(12).unique(),
  reading: words(60),
  unit: words(20),
  lower: limit,
  upper: limit
    .when('lower', { is: Joi.exist(), then: Joi.number().greater(Joi.ref('lower')) })
    .messages({ 'number.greater': '{{#label}} must lie above the lower limit; the two are upside down' }),
  target: limit
    .when('lower', { is: Joi.exist(), then: Joi.number().min(Joi.ref('lower')) })
    .when('upper', { is: Joi.exist(), then: Joi.number().max(Joi.ref('upper')) })
    .messages({
      'number.min': '{{#label}} must lie inside the limits',
      'number.max': '{{#label}} must lie inside the limits',
    }),
  choices: Joi.array()
    .items(Joi.object({ words: words(80).required(), isBad: Joi.boolean().required() }))
    .min(2)
    .max(12)
    .unique('words'),
})
  .when(Joi.object({ kind: 'measure' }).unknown(), {
    then: Joi.object({ unit: Joi.required(), choices: Joi.forbidden() }),
    otherwise: Joi.object({
      reading: Joi.forbidden(),
      unit: Joi.forbidden(),
      lower: Joi.forbidden(),
      upper: Joi.forbidden(),
      target: Joi.forbidden(),
    }),
  })
  .when(Joi.object({ kind: 'choose' }).unknown(), {
    then: Joi.object({ choices: Joi.required() }),
    otherwise: Joi.object({ choices: Joi.forbidden() }),
  })
  .messages({ 'any.unknown': '{{#label}} does not belong to this kind of step' })

const turnSchema = Joi.object({
  clock: Joi.string()
    .valid(...turnClocks)
    .required(),
  amount: Joi.number().greater(0).max(1_000_000).required(),
})

/** What add-check-type and change-check-type both carry. */
export const checkContentSchema = Joi.object<CheckContent>({
  name: words(60).required(),
  purpose: words(500).required(),
  minutes: Joi.number().greater(0).max(10_000).required(),
  tools: Joi.array().items(words(80)).max(30).required(),
  parts: Joi.array().items(words(80)).max(30).required(),
  cautions: Joi.array().items(words(500)).max(12).required(),
  role: Joi.string()
    .valid(...roles.filter((role) => role !== 'device'))
    .required(),
  signOff: Joi.string()
    .valid(...signOffs)
    .allow(null)
    .required(),
  models: Joi.array().items(uuid).max(200).required(),
  beforePrint: Joi.boolean().required(),
  turns: Joi.object({
    every: Joi.array().items(turnSchema).max(6).unique('clock').required(),
    firstAfter: turnSchema.allow(null).required(),
    countFrom: Joi.string().valid('done', 'grid').required(),
    window: Joi.number().min(0).max(0.5).required(),
  }).required(),
  steps: Joi.array().items(stepSchema).min(1).max(60).unique('id').required(),
})
