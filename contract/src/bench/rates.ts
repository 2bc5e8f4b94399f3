import Joi from 'joi'
import type { RateChange, Watched } from '@diatribon/core'

export interface BenchRatesRequest {
  before: Watched
  after: Watched
}

export interface BenchRatesAnswer extends RateChange {
  words: string
}

const watched = Joi.object<Watched>({
  events: Joi.number().integer().min(0).max(1e6).required(),
  time: Joi.number().greater(0).max(1e9).required(),
}).required()

export const benchRatesSchema = Joi.object<BenchRatesRequest>({ before: watched, after: watched })
