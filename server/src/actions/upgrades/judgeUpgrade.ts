import type { JudgeUpgrade } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const judgeUpgrade: ActionKind<JudgeUpgrade> = {
  right: 'judge upgrades',
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { upgradeId, verdict, reason } = action
    await facts.get('upgrade', upgradeId, 'upgrade')
    facts.put('upgradeVerdict', { seq, siteId, upgradeId, verdict, reason, at, personId })
  },
  words: ({ upgradeId, verdict, reason }, names) =>
    `${names.upgrade(upgradeId)}: ${verdict ?? 'open again'}. ${reason}`,
}
