import type { AddReadingKind } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import { kindsNamed } from '../pieces/readingRow.ts'
import type { ActionKind } from '../actionKind.ts'
import { kindRow, kindWords } from '../pieces/readingKindRow.ts'

export const addReadingKind: ActionKind<AddReadingKind> = {
  right: 'keep the checks',
  async apply(facts, { siteId, action }) {
    if (await facts.look('readingKind', action.readingKindId))
      throw new Refusal(409, 'already-here', 'There is already a kind of reading with this id.')
    if ((await kindsNamed(facts, [action.name])).has(action.name.toLowerCase()))
      throw new Refusal(409, 'name-taken', `There is already a kind of reading called ${action.name}.`)
    facts.put('readingKind', kindRow(action, siteId))
  },
  words: kindWords,
}
