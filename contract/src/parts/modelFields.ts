import Joi from 'joi'
import type { MachineLimits } from '@diatribon/core'
import { uuid, words } from '../fields/action.ts'

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
