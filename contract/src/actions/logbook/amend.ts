import Joi from 'joi'
import { momentField } from '../../momentFields.ts'
import { partHoursField, placeOnRack } from '../../fields/printer.ts'
import { broughtAboutBy, inductionTopics, type BroughtAbout, type InductionTopic } from '../../faults/fault.ts'
import { removalReasons, type RemovalReason } from '../../parts/removalReasons.ts'
import {
  hours,
  jobFigures,
  siteAction,
  uuid,
  words,
  workMinutes,
  type ActionHeader,
  type ActionShape,
} from '../../fields/action.ts'

/** What an amendment may put right; which fields apply depends on the kind of the entry. */
export interface Correction {
  meterHours?: number
  meterWasReset?: boolean
  removalReason?: RemovalReason
  partTypeId?: string
  text?: string
  /** Of a job or a tally. */
  hours?: number
  /** Of a job or a spool. */
  metres?: number
  /** Of a closed fault; null: a cause in own words. */
  causeId?: string | null
  mechanism?: string
  broughtAbout?: BroughtAbout
  topic?: InductionTopic | null
  minutes?: number
  /** Of a take-in: what was written down wrongly then. */
  name?: string
  room?: string
  rack?: string
  place?: number
  /** When the printer was really taken in, and what its meter showed then (meterHours). */
  takenInAt?: string
  /** Running hours that parts had behind them then, by slot; null: not known. */
  partHours?: Record<string, number | null>
}

/** Puts an earlier entry right, or takes it back. Both stay in the book. */
export interface Amend extends ActionHeader<'amend'> {
  /** Key of the entry that was wrong. */
  entryKey: string
  reason: string
  /** Exactly one of the two. */
  takeBack?: true
  correction?: Correction
}

export const amend: ActionShape<Amend> = {
  schema: siteAction<Amend>('amend', {
    entryKey: uuid.required(),
    reason: words(500).required(),
    takeBack: Joi.boolean().valid(true),
    correction: Joi.object({
      meterHours: hours,
      meterWasReset: Joi.boolean(),
      removalReason: Joi.string().valid(...removalReasons),
      partTypeId: uuid,
      text: words(4000),
      hours,
      metres: jobFigures.metres,
      causeId: uuid.allow(null),
      mechanism: words(1000),
      broughtAbout: Joi.string().valid(...broughtAboutBy),
      topic: Joi.string()
        .valid(...inductionTopics)
        .allow(null),
      minutes: workMinutes,
      name: words(60),
      room: words(60),
      rack: words(20),
      place: placeOnRack,
      takenInAt: momentField,
      partHours: partHoursField,
    }).min(1),
  })
    .xor('takeBack', 'correction')
    .messages({
      'object.missing': 'say what to put right, or that the entry is taken back',
      'object.xor': 'an amendment either corrects an entry or takes it back, not both',
    }),
  // Whatever the entry touched that it puts right.
  summary: 'Put an earlier entry right, or take it back; both stay visible.',
}
