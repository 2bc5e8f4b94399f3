import Joi from 'joi'
import { words } from '../fields/action.ts'

export const enclosureNeeds = ['needed', 'either way', 'not wanted'] as const
export type EnclosureNeed = (typeof enclosureNeeds)[number]

/** What is usual for a material, so that a job file can be held against it. */
export interface MaterialContent {
  name: string
  /** Other names under which job files and spools call it. */
  alsoCalled: string[]
  nozzleFromC: number
  nozzleToC: number
  bedFromC: number
  bedToC: number
  enclosure: EnclosureNeed
  abrasive: boolean
  /** What whoever prints it should know: fumes, drying. */
  note: string | null
  dropped: boolean
}

export interface Material extends MaterialContent {
  id: string
  version: number
}

const celsius = Joi.number().min(0).max(600).required()
const upTo = (from: string) =>
  celsius.min(Joi.ref(from)).messages({ 'number.min': '{{#label}} must not lie below where the range begins' })

export const materialFields = {
  name: words(60).required(),
  alsoCalled: Joi.array().items(words(60)).max(10).unique().required(),
  nozzleFromC: celsius,
  nozzleToC: upTo('nozzleFromC'),
  bedFromC: celsius,
  bedToC: upTo('bedFromC'),
  enclosure: Joi.string()
    .valid(...enclosureNeeds)
    .required(),
  abrasive: Joi.boolean().required(),
  note: words(500).allow(null).required(),
  dropped: Joi.boolean().required(),
}

/** The material that somebody means by a name; null: none. */
export function materialCalled<M extends Pick<MaterialContent, 'name' | 'alsoCalled' | 'dropped'>>(
  materials: readonly M[],
  name: string | null | undefined,
): M | null {
  const wanted = name?.trim().toLowerCase()
  if (!wanted) return null
  return (
    materials.find(
      (one) => !one.dropped && [one.name, ...one.alsoCalled].some((called) => called.toLowerCase() === wanted),
    ) ?? null
  )
}
