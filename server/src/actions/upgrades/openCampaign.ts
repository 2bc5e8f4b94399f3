import { trialHalves } from '@diatribon/core'
import type { OpenCampaign } from '@diatribon/contract'
import { eq, inArray } from 'drizzle-orm'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { campaign, upgradeChange } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { isOn } from '../pieces/upgradeBuild.ts'

export const openCampaign: ActionKind<OpenCampaign> = {
  right: 'keep the upgrades',
  needs: ({ printerIds }) => ({ printers: printerIds }),
  async apply(facts, { siteId, personId, at, action }) {
    const { campaignId, upgradeId, name, printerIds, seed = null } = action
    const { content, dropped } = await facts.get('upgrade', upgradeId, 'upgrade')
    if (await facts.look('campaign', campaignId))
      throw new Refusal(409, 'already-here', 'There is already a campaign with this id.')
    if (dropped) throw new Refusal(409, 'not-offered', `${content.name} is not offered any more.`)
    if (seed !== null && printerIds.length < 2)
      throw badInput('printerIds', 'A trial needs two printers at least: one that gets it and one that is compared.')
    const printers = printerIds.map((id) => facts.printer(id))
    const wrong = printers.find(({ modelId }) => content.models.length > 0 && !content.models.includes(modelId))
    if (wrong) throw badInput('printerIds', `${content.name} does not fit ${wrong.name}: it is for other models.`)
    const gone = printers.find(({ retiredReason }) => retiredReason !== null)
    if (gone) throw badInput('printerIds', `${gone.name} is retired.`)
    const kept = await facts.db.select().from(upgradeChange).where(inArray(upgradeChange.printerId, printerIds))
    const has = facts
      .loaded('upgradeChange', kept)
      .find((one) => one.upgradeId === upgradeId && printerIds.includes(one.printerId) && isOn(one))
    if (has) throw badInput('printerIds', `${facts.printer(has.printerId).name} has ${content.name} already.`)
    const open = await facts.db.select().from(campaign).where(eq(campaign.upgradeId, upgradeId))
    const other = facts.loaded('campaign', open).find((one) => one.upgradeId === upgradeId && one.endedAt === null)
    if (other) throw new Refusal(409, 'campaign-open', `${other.name} is still going on. End it before another begins.`)
    const arms =
      seed === null
        ? printerIds.map((printerId, i) => ({ printerId, arm: 'gets it' as const, pair: i + 1 }))
        : trialHalves(
            printers.map(({ id, modelId, hours }) => ({ id, modelId, hours })),
            seed,
          ).map(({ id, arm, pair }) => ({ printerId: id, arm, pair }))
    facts.put('campaign', {
      id: campaignId,
      siteId,
      upgradeId,
      name,
      seed,
      arms,
      at,
      personId,
      endedAt: null,
      endedReason: null,
    })
  },
  words: ({ name, upgradeId, printerIds, seed }, names) =>
    `${name}: ${names.upgrade(upgradeId)} on ${seed === undefined ? '' : 'half of '}${printerIds.length} printers${seed === undefined ? '' : `, drawn with the number ${seed}`}`,
}
