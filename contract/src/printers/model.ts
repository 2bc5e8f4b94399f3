import Joi from 'joi'
import { uuid, words } from '../actions/action.ts'
import type { Kit } from '../parts/kit.ts'
import type { MachineLimits } from '@diatribon/core'

export type { MachineLimits }

export interface ModelSlot {
  name: string
  kind: string
  /** The part that it usually comes with. */
  partTypeId?: string
  /** A duty of the model: replace at this interval instead of the catalogue's, on the part's clock. */
  replaceEvery?: number
}

/** How the bed of a model is carried: its screws, their thread, and which way lifts. */
export interface ModelBed {
  /** mm from the plate's front left corner; a screw may lie outside the plate. */
  screws: { name: string; xMm: number; yMm: number }[]
  /** Travel per turn. */
  pitchMm: number
  /** Turned so, seen from above, a screw raises the bed. */
  raisedBy: 'clockwise' | 'anticlockwise'
}

/** A template of slots, limits and duties, from which printers are taken in. */
export interface PrinterModel {
  id: string
  make: string
  name: string
  build: string
  slots: ModelSlot[]
  limits: MachineLimits | null
  /** Whether somebody has held them against the maker's sheet. */
  limitsConfirmed: boolean
  kits: Kit[]
  bed: ModelBed | null
  /** How many printers of it stand here. */
  printers: number
}

const mm = Joi.number().greater(0).max(10_000)
const celsius = Joi.number().min(0).max(1500)

/** Each limit with what it may be. */
export const limitFields = {
  plateXMm: mm,
  plateYMm: mm,
  heightMm: mm,
  nozzleMaxC: celsius,
  bedMaxC: celsius,
  chamberMaxC: celsius.allow(null),
  enclosed: Joi.boolean(),
  insideMaxC: celsius.allow(null),
  filamentMm: Joi.number().min(1).max(4),
  tools: Joi.number().integer().min(1).max(32),
  accelerationMmPerS2: Joi.number().min(10).max(100_000),
  maxSpeedMmPerS: Joi.number().min(1).max(10_000),
} satisfies Record<keyof MachineLimits, Joi.Schema>

/** What a model must tell; how warm the air inside may be is often in no sheet. */
const mustTell = Object.keys(limitFields).filter((field) => field !== 'insideMaxC')
export const limitsSchema = Joi.object(limitFields).fork(mustTell, (field) => field.required())

/** What add-model and change-model both carry. */
export const modelPayload = {
  modelId: uuid.required(),
  make: words(60).allow('').required(),
  name: words(60).required(),
  build: words(200).required(),
  slots: Joi.array()
    .items(
      Joi.object({
        name: words(60).required(),
        kind: words(60).required(),
        partTypeId: uuid,
        replaceEvery: Joi.number().greater(0).max(1_000_000),
      }),
    )
    .min(1)
    .max(60)
    .unique('name')
    .required(),
  limits: limitsSchema,
  limitsToConfirm: Joi.boolean().valid(true),
  bed: Joi.object({
    screws: Joi.array()
      .items(
        Joi.object({
          name: words(40).required(),
          xMm: Joi.number().min(-1000).max(10_000).required(),
          yMm: Joi.number().min(-1000).max(10_000).required(),
        }),
      )
      .min(3)
      .max(9)
      .unique('name')
      .required(),
    pitchMm: Joi.number().greater(0).max(10).required(),
    raisedBy: Joi.string().valid('clockwise', 'anticlockwise').required(),
  }),
  kits: Joi.array()
    .items(Joi.object({ name: words(60).required(), slots: Joi.array().items(words(60)).min(2).max(20).required() }))
    .max(20)
    .unique('name'),
}

/** What limits are called, and their units. */
export const limitNaming: Record<keyof MachineLimits, [name: string, unit: string]> = {
  plateXMm: ['plate width', 'mm'],
  plateYMm: ['plate depth', 'mm'],
  heightMm: ['height', 'mm'],
  nozzleMaxC: ['highest nozzle temperature', '°C'],
  bedMaxC: ['highest bed temperature', '°C'],
  chamberMaxC: ['highest chamber temperature', '°C'],
  enclosed: ['enclosed', ''],
  insideMaxC: ['warmest air inside', '°C'],
  filamentMm: ['filament', 'mm'],
  tools: ['tools', ''],
  accelerationMmPerS2: ['acceleration', 'mm/s²'],
  maxSpeedMmPerS: ['highest speed', 'mm/s'],
}

/** What is around a machine, and how warm it may be in there: "enclosed, not heated, air inside 45 °C at most". */
export function insideWords({ enclosed, chamberMaxC, insideMaxC }: MachineLimits): string {
  const around =
    chamberMaxC !== null ? `heated to ${chamberMaxC} °C at most` : enclosed ? 'enclosed, not heated' : 'open'
  return insideMaxC == null ? around : `${around}, air inside ${insideMaxC} °C at most`
}
