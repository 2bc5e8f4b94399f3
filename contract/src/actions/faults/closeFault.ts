import Joi from 'joi'
import {
  broughtAboutBy,
  inductionTopics,
  permanences,
  type BroughtAbout,
  type InductionTopic,
  type Permanence,
} from '../../faults/fault.ts'
import {
  dayField,
  photoIds,
  printerAction,
  uuid,
  words,
  workMinutes,
  type ActionShape,
  type PrinterActionHeader,
} from '../../fields/action.ts'

/** A fault is settled: what it was, who or what brought it about, what was done, and whether for good. */
export interface CloseFault extends PrinterActionHeader<'close-fault'> {
  faultId: string
  /** null: none of the knowledge; then `what` says it. */
  causeId: string | null
  /** How it did harm. */
  mechanism: string
  broughtAbout: BroughtAbout
  topic: InductionTopic | null
  /** What was done. */
  what: string
  minutes: number
  permanence: Permanence
  /** Of a temporary fix: what is promised, by when. */
  promise?: { dutyId: string; what: string; dueDate: string }
  photosBefore?: string[]
  photosAfter?: string[]
}

export const closeFault: ActionShape<CloseFault> = {
  schema: printerAction<CloseFault>('close-fault', {
    faultId: uuid.required(),
    causeId: uuid.allow(null).required(),
    mechanism: words(1000).required(),
    broughtAbout: Joi.string()
      .valid(...broughtAboutBy)
      .required(),
    topic: Joi.string()
      .valid(...inductionTopics)
      .allow(null)
      .required(),
    what: words(2000).required(),
    minutes: workMinutes.required(),
    permanence: Joi.string()
      .valid(...permanences)
      .required(),
    promise: Joi.object({ dutyId: uuid.required(), what: words(500).required(), dueDate: dayField.required() })
      .when('permanence', { is: 'temporary', then: Joi.required(), otherwise: Joi.forbidden() })
      .messages({
        'any.required': '{{#label}} is missing: a temporary fix is promised to be made good by a day',
        'any.unknown': '{{#label}} belongs to a temporary fix only',
      }),
    photosBefore: photoIds,
    photosAfter: photoIds,
  }),
  summary: 'Close a fault: cause, mechanism, who or what brought it about, what was done, and whether for good.',
}
