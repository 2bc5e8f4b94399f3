import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** An upgrade is rolled out over printers, or tried on half of them to be compared with the other half. */
export interface OpenCampaign extends ActionHeader<'open-campaign'> {
  campaignId: string
  upgradeId: string
  name: string
  printerIds: string[]
  /** Half of them get it, drawn by this seed among printers that are alike. */
  seed?: number
}

export const openCampaign: ActionShape<OpenCampaign> = {
  schema: siteAction<OpenCampaign>('open-campaign', {
    campaignId: uuid.required(),
    upgradeId: uuid.required(),
    name: words(80).required(),
    printerIds: Joi.array().items(uuid).min(1).max(2000).unique().required(),
    seed: Joi.number().integer().min(0).max(2_147_483_647),
  }),
  summary: 'Roll an upgrade out over printers, or try it on half of them.',
}
