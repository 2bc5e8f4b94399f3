import Joi from 'joi'
import { signOffs } from '../people/signOffs.ts'

/** What work the workshop says an own kind is; "none" is an answer too. */
export const slotWorkField = Joi.string()
  .valid(...signOffs)
  .allow(null)
  .required()
