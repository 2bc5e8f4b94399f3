import Joi from 'joi'
import { uuid, words, workMinutes } from '../actions/action.ts'
import { printerEvents, type PrinterEvent } from '../checks/upset.ts'
import { limitFields, type MachineLimits } from '../printers/model.ts'
import type { AttachedFile } from '../attachment.ts'
import { signOffs, type SignOff } from '../people/signOffs.ts'

/** What an upgrade does to a printer's record; slots go by their names. */
export type UpgradeStep =
  | { kind: 'add slot'; slot: string; slotKind: string; partTypeId?: string }
  | { kind: 'fit part'; slot: string; partTypeId: string }
  | { kind: 'change slot'; slot: string; slotKind: string; partTypeId?: string }
  | { kind: 'remove slot'; slot: string }
  | { kind: 'set limit'; limit: LimitName; value: number }

export type LimitName = Exclude<keyof MachineLimits, 'enclosed' | 'tools' | 'filamentMm'>
export const limitNames = [
  'plateXMm',
  'plateYMm',
  'heightMm',
  'nozzleMaxC',
  'bedMaxC',
  'chamberMaxC',
  'insideMaxC',
  'accelerationMmPerS2',
  'maxSpeedMmPerS',
] as const satisfies readonly LimitName[]

/** Bought, or printed here: then with its hours and grams. */
export interface UpgradePart {
  name: string
  pieces: number
  made: 'bought' | 'printed here'
  /** Of one piece, minor units; null: not known. */
  priceMinor: number | null
  hours?: number
  grams?: number
  /** Where it lies in the stores: taken from there when it is installed. */
  itemId?: string
  /** What the file is called and where it lies. */
  file?: string
  /** The file itself, kept with the workshop's photos. */
  attached?: AttachedFile
}

export const schools = ['same part again', 'lined', 'harder', 'another way', 'something added'] as const
export type School = (typeof schools)[number]

export interface UpgradeContent {
  name: string
  what: string
  /** What it is meant to cure, and how much of it. */
  cures: {
    causeIds: string[]
    symptomIds: string[]
    /** Share of those faults that should stay away, 0 to 1. */
    share: number
  }
  /** Models that it fits; empty: all. */
  models: string[]
  parts: UpgradePart[]
  tools: string[]
  minutes: number
  signOffs: SignOff[]
  cautions: string[]
  /** What it upsets beside the parts that it changes. */
  events: PrinterEvent[]
  steps: UpgradeStep[]
  /** A guard that it removes, and why that is acceptable. */
  guard: { removes: string; riskNote: string } | null
  footprint: string | null
  wayBack: string
  foundIn: string | null
  /** Other designs against the same trouble stand beside it under one heading. */
  against: string | null
  school: School
  /** It only puts the cause off. */
  postponesOnly: boolean
  photos: string[]
}

const steps = Joi.array()
  .items(
    Joi.object({
      kind: Joi.string().valid('add slot', 'change slot').required(),
      slot: words(60).required(),
      slotKind: words(60).required(),
      partTypeId: uuid,
    }),
    Joi.object({
      kind: Joi.string().valid('fit part').required(),
      slot: words(60).required(),
      partTypeId: uuid.required(),
    }),
    Joi.object({ kind: Joi.string().valid('remove slot').required(), slot: words(60).required() }),
    ...limitNames.map((limit) =>
      Joi.object({
        kind: Joi.string().valid('set limit').required(),
        limit: Joi.string().valid(limit).required(),
        value: limitFields[limit].required(),
      }),
    ),
  )
  .max(20)
  .required()

export const upgradeContent = Joi.object({
  name: words(80).required(),
  what: words(2000).required(),
  cures: Joi.object({
    causeIds: Joi.array().items(uuid).max(20).unique().required(),
    symptomIds: Joi.array().items(uuid).max(20).unique().required(),
    share: Joi.number().greater(0).max(1).required(),
  }).required(),
  models: Joi.array().items(uuid).max(200).unique().required(),
  parts: Joi.array()
    .items(
      Joi.object({
        name: words(80).required(),
        pieces: Joi.number().integer().min(1).max(10_000).required(),
        made: Joi.string().valid('bought', 'printed here').required(),
        priceMinor: Joi.number().integer().min(0).max(100_000_000).allow(null).required(),
        hours: Joi.number().min(0).max(10_000),
        grams: Joi.number().min(0).max(100_000),
        itemId: uuid,
        file: words(200),
        attached: Joi.object({ id: uuid.required(), name: words(120).required() }),
      }),
    )
    .max(40)
    .required(),
  tools: Joi.array().items(words(80)).max(30).required(),
  minutes: workMinutes.required(),
  signOffs: Joi.array()
    .items(Joi.string().valid(...signOffs))
    .unique()
    .required(),
  cautions: Joi.array().items(words(500)).max(10).required(),
  events: Joi.array()
    .items(Joi.string().valid(...printerEvents))
    .unique()
    .required(),
  steps,
  guard: Joi.object({ removes: words(60).required(), riskNote: words(1000).required() })
    .allow(null)
    .required(),
  footprint: words(200).allow(null).required(),
  wayBack: words(1000).required(),
  foundIn: words(500).allow(null).required(),
  against: words(80).allow(null).required(),
  school: Joi.string()
    .valid(...schools)
    .required(),
  postponesOnly: Joi.boolean().required(),
  photos: Joi.array().items(uuid).max(20).unique().required(),
})

export const verdicts = ['helped', 'no sign yet', 'made it worse'] as const
export type Verdict = (typeof verdicts)[number]
