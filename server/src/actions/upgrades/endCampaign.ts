import type { EndCampaign } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const endCampaign: ActionKind<EndCampaign> = {
  right: 'keep the upgrades',
  async apply(facts, { at, action }) {
    const row = await facts.get('campaign', action.campaignId, 'campaign')
    if (row.endedAt) throw new Refusal(409, 'campaign-ended', `${row.name} has ended already.`)
    facts.put('campaign', { ...row, endedAt: at, endedReason: action.reason })
  },
  words: ({ reason }) => reason,
}
