import type { SetSiteMains } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const setSiteMains: ActionKind<SetSiteMains> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    facts.put('site', { ...(await facts.site(siteId)), mainsVolts: action.mainsVolts })
  },
  words: ({ mainsVolts }) =>
    mainsVolts === null ? 'Mains of the site: not told' : `Mains of the site: ${mainsVolts} V`,
}
