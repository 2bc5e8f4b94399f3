import { seenVersion, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** When a part of this type comes out because it is worn or broken, another type goes in; or no longer so. */
export interface SetStandingRule extends ActionHeader<'set-standing-rule'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  partTypeId: string
  /** null: the rule is dropped. */
  replacementPartTypeId: string | null
  reason: string
}

export const setStandingRule: ActionShape<SetStandingRule> = {
  schema: siteAction<SetStandingRule>('set-standing-rule', {
    version: seenVersion,
    partTypeId: uuid.required(),
    replacementPartTypeId: uuid.allow(null).required(),
    reason: words(500).required(),
  }),
  summary: 'Say which part goes in when one of a type fails.',
}
