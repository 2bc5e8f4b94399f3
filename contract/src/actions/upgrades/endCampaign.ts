import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Nothing more is installed in this campaign. */
export interface EndCampaign extends ActionHeader<'end-campaign'> {
  campaignId: string
  reason: string
}

export const endCampaign: ActionShape<EndCampaign> = {
  schema: siteAction<EndCampaign>('end-campaign', { campaignId: uuid.required(), reason: words(500).required() }),
  summary: 'Stop or finish a campaign.',
}
