import type { RelaxRules } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const relaxRules: ActionKind<RelaxRules> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    facts.put('site', { ...(await facts.site(siteId)), relaxed: action.relaxed })
  },
  words: ({ relaxed }) =>
    relaxed.length === 0 ? 'Every sign-off is asked for' : `No sign-off is asked for ${relaxed.join(' and ')} any more`,
}
