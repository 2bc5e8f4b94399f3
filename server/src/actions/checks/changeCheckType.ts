import type { ChangeCheckType } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { checkWords, putVersion, requireSound } from './addCheckType.ts'

export const changeCheckType: ActionKind<ChangeCheckType> = {
  right: 'keep the checks',
  async apply(facts, entry) {
    const { checkTypeId, version, content } = entry.action
    const before = await facts.get('checkType', checkTypeId, 'check', true)
    if (before.version !== version)
      throw new Refusal(
        409,
        'changed-meanwhile',
        `Somebody has changed ${before.name} meanwhile: you saw version ${version}, it is at version ${before.version} now. ` +
          'Look at the new one, then change that.',
      )
    await requireSound(facts, content)
    facts.put('checkType', { ...before, name: content.name, version: version + 1, content })
    putVersion(facts, entry, version + 1)
  },
  words: ({ content, version }) => `${checkWords(content)} (version ${version + 1})`,
}
