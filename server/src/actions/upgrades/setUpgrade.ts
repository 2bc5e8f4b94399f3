import type { SetUpgrade, UpgradeContent } from '@diatribon/contract'
import { misfits } from '@diatribon/core'
import { badInput, Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts } from '../facts.ts'
import { requireSlotKinds } from '../pieces/slotKinds.ts'
import { requireNoKits } from '../pieces/stockMoves.ts'

export const setUpgrade: ActionKind<SetUpgrade> = {
  right: 'keep the upgrades',
  photos: ({ content: { photos, parts } }) => [...photos, ...parts.flatMap(({ attached }) => attached?.id ?? [])],
  async whenSent(facts, { content: { steps } }) {
    await requireSlotKinds(
      facts,
      steps.flatMap((step, i) =>
        'slotKind' in step ? { name: step.slotKind, field: `content.steps.${i}.slotKind` } : [],
      ),
    )
  },
  async apply(facts, { siteId, personId, at, action }) {
    const { upgradeId, version, content, dropped = false } = action
    const before = await facts.look('upgrade', upgradeId, true)
    if ((before?.version ?? 0) !== version)
      throw new Refusal(
        409,
        'changed-meanwhile',
        before
          ? `Somebody has changed ${before.name} meanwhile: you saw version ${version}, it is at version ${before.version} now. Look at the new one, then change that.`
          : 'There is no such design to change.',
      )
    if (before?.name.toLowerCase() !== content.name.toLowerCase() && (await facts.nameIsTaken('upgrade', content.name)))
      throw new Refusal(409, 'name-taken', `There is already an upgrade called ${content.name}.`)
    await requireSoundDesign(facts, content)
    facts.put('upgrade', { id: upgradeId, siteId, name: content.name, version: version + 1, content, dropped })
    facts.put('upgradeVersion', {
      id: `${upgradeId} ${version + 1}`,
      siteId,
      upgradeId,
      version: version + 1,
      content,
      at,
      personId,
    })
  },
  words: ({ content, version, dropped }) =>
    `${content.name}${dropped ? ', not offered any more' : ''} (version ${version + 1}): ${content.what}`.slice(0, 500),
}

/** @throws Refusal for what it names and is not there, and for parts that do not go into their slots or do not fit each other */
async function requireSoundDesign(facts: Facts, { cures, models, steps, parts }: UpgradeContent): Promise<void> {
  for (const [i, id] of cures.causeIds.entries())
    if (!(await facts.look('cause', id)))
      throw badInput(`content.cures.causeIds.${i}`, 'It names a cause that is not in the knowledge.')
  for (const [i, id] of cures.symptomIds.entries())
    if (!(await facts.look('symptom', id)))
      throw badInput(`content.cures.symptomIds.${i}`, 'It names a symptom that is not in the knowledge.')
  await facts.load('model', 'id', models)
  for (const id of models) facts.model(id)
  await requireNoKits(
    facts,
    parts.flatMap(({ itemId }) => itemId ?? []),
  )
  const fitted = steps.flatMap((step) => ('partTypeId' in step && step.partTypeId ? step.partTypeId : []))
  await facts.load('partType', 'id', fitted)
  for (const [i, step] of steps.entries()) {
    if (!('partTypeId' in step) || !step.partTypeId) continue
    const part = facts.partType(step.partTypeId)
    if ('slotKind' in step && part.slotKind !== step.slotKind)
      throw badInput(
        `content.steps.${i}.partTypeId`,
        `${part.name} fits a ${part.slotKind} slot; ${step.slot} takes a ${step.slotKind}.`,
      )
  }
  const wrong = misfits(fitted.map((id) => facts.partType(id)))
  if (wrong.length > 0)
    throw new Refusal(
      409,
      'does-not-fit',
      `Its parts do not fit each other. ${wrong.map(({ words }) => words).join(' ')}`,
    )
}
