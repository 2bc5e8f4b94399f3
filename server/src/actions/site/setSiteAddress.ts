import type { SetSiteAddress } from '@diatribon/contract'
import { isLoopback } from '../../platform/addresses.ts'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const setSiteAddress: ActionKind<SetSiteAddress> = {
  right: 'set up the site',
  async apply(facts, { siteId, action }) {
    const address = action.address === null ? null : new URL(action.address).origin
    if (address !== null && isLoopback(address))
      throw badInput(
        'address',
        `Every device takes ${new URL(address).hostname} for itself. Give the address at which phones reach this server.`,
      )
    facts.put('site', { ...(await facts.site(siteId)), address })
  },
  words: ({ address }) =>
    address === null ? 'Address of the site: as it is opened' : `Address of the site: ${address}`,
}
