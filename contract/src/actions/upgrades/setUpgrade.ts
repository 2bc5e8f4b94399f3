import Joi from 'joi'
import { upgradeContent } from '../../upgrades/upgradeFields.ts'
import type { UpgradeContent } from '../../upgrades/upgrade.ts'
import { siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A design of an upgrade: new, or another version as practice grows. */
export interface SetUpgrade extends ActionHeader<'set-upgrade'> {
  upgradeId: string
  /** The version that the person saw; 0: a new design. */
  version: number
  content: UpgradeContent
  dropped?: boolean
}

export const setUpgrade: ActionShape<SetUpgrade> = {
  schema: siteAction<SetUpgrade>('set-upgrade', {
    upgradeId: uuid.required(),
    version: Joi.number().integer().min(0).max(10_000).required(),
    content: upgradeContent.required(),
    dropped: Joi.boolean(),
  }),
  summary: 'Write down the design of an upgrade, or a new version of it.',
}
