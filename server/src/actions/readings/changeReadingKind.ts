import type { ChangeReadingKind } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { kindRow, kindWords } from '../pieces/readingKindRow.ts'

export const changeReadingKind: ActionKind<ChangeReadingKind> = {
  right: 'keep the checks',
  async apply(facts, { siteId, action }) {
    const before = await facts.get('readingKind', action.readingKindId, 'kind of reading', true)
    if (before.name !== action.name) throw badInput('name', `Readings go by the name, so it stays ${before.name}.`)
    if (before.unit !== action.unit)
      throw badInput('unit', `Readings are kept in ${before.unit}, so it stays. Add a new kind for ${action.unit}.`)
    facts.put('readingKind', kindRow(action, siteId))
  },
  words: kindWords,
}
