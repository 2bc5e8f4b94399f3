import Joi from 'joi'
import { confirmedWork } from './signOffs.ts'

/** Hot and mains work whose cautions were read. */
export const confirmedWorkField = Joi.array()
  .items(Joi.string().valid(...confirmedWork))
  .unique()
