import Joi from 'joi'
import { boxLines, type BoxLine } from '../../stores/box.ts'
import { seenVersion, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A repair box with its list, or its list as it is from now on. */
export interface SetBox extends ActionHeader<'set-box'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  boxId: string
  name: string
  holds: BoxLine[]
  home: string
  checkEveryDays: number
  retired?: boolean
}

export const setBox: ActionShape<SetBox> = {
  schema: siteAction<SetBox>('set-box', {
    version: seenVersion,
    boxId: uuid.required(),
    name: words(60).required(),
    holds: boxLines.min(1).max(100).unique('what').required(),
    home: words(80).required(),
    checkEveryDays: Joi.number().integer().min(1).max(730).required(),
    retired: Joi.boolean(),
  }),
  summary: 'Say what a repair box holds, where it belongs and how often it is checked.',
}
