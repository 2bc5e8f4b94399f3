import Joi from 'joi'
import { printerEvents, type UpsetLine } from '../../checks/upset.ts'
import { signOffs } from '../../people/signOffs.ts'
import { seenVersion, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A line of the table of what a change upsets: added, changed, or dropped. */
export interface SetUpset
  extends
    ActionHeader<'set-upset'>,
    Omit<UpsetLine, 'id' | 'waitHours' | 'waitFor' | 'signOff'>,
    Partial<Pick<UpsetLine, 'waitHours' | 'waitFor' | 'signOff'>> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  upsetId: string
  dropped?: true
}

export const setUpset: ActionShape<SetUpset> = {
  schema: siteAction<SetUpset>('set-upset', {
    version: seenVersion,
    upsetId: uuid.required(),
    changed: words(120).required(),
    slotKinds: Joi.array().items(words(60)).max(30).unique().required(),
    events: Joi.array()
      .items(Joi.string().valid(...printerEvents))
      .unique()
      .required(),
    redo: Joi.array().items(uuid).max(30).unique().required(),
    restarts: Joi.array().items(words(60)).max(60).unique().required(),
    also: Joi.array().items(words(200)).max(20).required(),
    caution: words(500).allow(null).required(),
    waitHours: Joi.number().min(0).max(1000),
    waitFor: words(200).allow(null),
    signOff: Joi.string()
      .valid(...signOffs)
      .allow(null),
    dropped: Joi.boolean().valid(true),
  }),
  summary: 'Say what a change upsets: checks to do again, readings that begin anew.',
}
