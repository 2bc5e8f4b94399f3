import Joi from 'joi'
import type { LifeRecord } from '@diatribon/core'

const age = Joi.number().min(0).max(1e12)

/** Life records as any calculator takes them. @param least and @param most how many */
export const lifeRecordsSchema = (least: number, most: number, more: Joi.SchemaMap = {}) =>
  Joi.array()
    .items(
      Joi.object<LifeRecord>({
        entry: age,
        lower: age.allow(null).required(),
        upper: age.allow(null).required(),
        weight: Joi.number().greater(0).max(1e9).default(1),
        ...more,
      }),
    )
    .min(least)
    .max(most)

export const unitField = Joi.string().trim().min(1).max(24).default('hours')
