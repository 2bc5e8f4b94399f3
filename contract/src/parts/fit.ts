import Joi from 'joi'
import { words } from '../fields/action.ts'
import type { PartJoint } from '@diatribon/core'

export type { PartJoint }

const mm = Joi.number().greater(0).max(10_000)

/** How a part meets its neighbours: what must agree between the two. */
export const jointsField = Joi.array()
  .items(
    Joi.object({
      with: words(60).required(),
      thread: words(20),
      lengthMm: mm,
      boreMm: mm,
      voltageV: Joi.number().greater(0).max(1000),
      connector: words(40),
    })
      .or('thread', 'lengthMm', 'boreMm', 'voltageV', 'connector')
      .messages({ 'object.missing': 'say at least one of thread, length, bore, voltage or connector' }),
  )
  .max(12)
  .unique('with')
