import Joi from 'joi'
import type { LifeRecord, PolicyName } from '@diatribon/core'
import { lifeRecordsSchema, unitField } from './lifeRecords.ts'

export interface BenchPolicyRequest {
  unit: string
  /** May be empty. */
  records: LifeRecord[]
  preventiveCost: number
  failureCost: number
  tradeInterval: number
  /** How much the trade's interval counts: 1 as measured, 0 not at all. */
  tradeWeight: number
  neighbours: LifeRecord[]
  /** What one record of a neighbour counts against one of our own. */
  neighbourWeight: number
}

const most = 5000

export const benchPolicySchema = Joi.object<BenchPolicyRequest>({
  unit: unitField,
  records: lifeRecordsSchema(0, most).required(),
  preventiveCost: Joi.number().greater(0).max(1e9).required(),
  failureCost: Joi.number().greater(0).max(1e9).required(),
  tradeInterval: Joi.number().greater(0).max(1e9).required(),
  tradeWeight: Joi.number().min(0).max(1000).default(1),
  neighbours: lifeRecordsSchema(0, most).default([]),
  neighbourWeight: Joi.number().min(0).max(10).default(0.5),
})

export interface MedianAndLimits {
  median: number
  limits: [number, number]
}

export interface BenchPolicyAnswer {
  posterior: { shape: MedianAndLimits; scale: MedianAndLimits }
  policies: {
    policy: PolicyName
    /** null: only when it has failed. */
    interval: number | null
    /** Mean over all lives that may be the true one, per unit of age. */
    costRate: number
    costRateLimits: [number, number]
    failureRate: number
    failureRateLimits: [number, number]
    chanceBest: number
  }[]
  recommended: { policy: PolicyName; interval: number | null }
  words: string
}
