import Joi from 'joi'
import { uuid, words, workMinutes } from '../fields/action.ts'
import { printerEvents } from '../checks/upset.ts'
import { signOffs } from '../people/signOffs.ts'
import { limitFields } from '../parts/modelFields.ts'
import { limitNames, schools } from './upgrade.ts'

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
