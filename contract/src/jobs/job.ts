import Joi from 'joi'
import type { FileComments } from '@diatribon/core'
import { uuid, words } from '../fields/action.ts'

/** What a job file asks for, as the reader tells it; without the drawing. */
export interface JobFacts {
  seconds: number
  filamentMm: number[]
  nozzleC: number | null
  bedC: number | null
  chamberC: number | null
  printed: JobBox | null
  reach: JobBox
  firstLayerMm: number | null
  layers: number
  filamentLooksLikeMm: number | null
  retractions: number
  travelMm: number
  heatingWaits: number
  lines: number
  notUnderstood: number
  fastestMmPerS?: number | null
  accelerationMmPerS2?: number | null
  probes?: boolean
  /** What the comments of the file tell. */
  told?: FileComments
}

export interface JobBox {
  minX: number
  maxX: number
  minY: number
  maxY: number
  minZ: number
  maxZ: number
}

export interface PreflightRequest {
  job: JobFacts
  /** null: nobody has said what is to be printed. */
  filling: { name: string; abrasive: boolean; needsEnclosure: boolean } | null
  /** The material of the table that it is, whose usual temperatures the file is held against. */
  materialId?: string | null
  spoolId: string | null
}

export interface PreflightAnswer {
  printers: {
    id: string
    name: string
    place: string
    model: string
    findings: { grade: 'stop' | 'warn' | 'note'; code: string; words: string }[]
  }[]
}

/** A print that has ended. */
export interface EndedJob {
  id: string
  name: string
  finishedAt: string
  /** As it counted. */
  hours: number
  metres: number
  outcome: 'good' | 'failed' | 'stopped'
}

/** A print that was started and is not finished. */
export interface RunningJob {
  id: string
  name: string
  startedAt: string
  plannedHours: number
  plannedMetres: number | null
  material: string | null
  spoolId: string | null
}

const number = Joi.number().min(-1e9).max(1e9)
const orNull = number.allow(null).required()
const box = Joi.object({
  minX: number.required(),
  maxX: number.required(),
  minY: number.required(),
  maxY: number.required(),
  minZ: number.required(),
  maxZ: number.required(),
})

export const preflightSchema = Joi.object<PreflightRequest>({
  job: Joi.object({
    seconds: number.min(0).required(),
    filamentMm: Joi.array().items(number.min(0)).min(1).max(64).required(),
    nozzleC: orNull,
    bedC: orNull,
    chamberC: orNull,
    printed: box.allow(null).required(),
    reach: box.required(),
    firstLayerMm: orNull,
    layers: number.required(),
    filamentLooksLikeMm: orNull,
    retractions: number.required(),
    travelMm: number.required(),
    heatingWaits: number.required(),
    lines: number.required(),
    notUnderstood: number.required(),
    fastestMmPerS: number.allow(null),
    accelerationMmPerS2: number.allow(null),
    probes: Joi.boolean(),
    told: Joi.object({
      boreMm: orNull,
      filamentMm: orNull,
      material: words(60).allow(null).required(),
      madeFor: words(60).allow(null).required(),
    }),
  }).required(),
  filling: Joi.object({
    name: words(60).required(),
    abrasive: Joi.boolean().required(),
    needsEnclosure: Joi.boolean().required(),
  })
    .allow(null)
    .required(),
  materialId: uuid.allow(null),
  spoolId: uuid.allow(null).required(),
})
