import type { AddReadingKind, ChangeReadingKind } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import { kindsNamed } from '../readings/readingRow.ts'
import type { ActionKind } from './actionKind.ts'
import type { ReadingKindRow } from './facts.ts'

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

export const changeReadingKind: ActionKind<ChangeReadingKind> = {
  right: 'keep the checks',
  async apply(facts, { siteId, action }) {
    const before = await facts.get('readingKind', action.readingKindId, 'kind of reading', true)
    if (before.name !== action.name) throw badInput('name', `name: readings go by it, so it stays ${before.name}`)
    if (before.unit !== action.unit)
      throw badInput(
        'unit',
        `unit: readings are kept in ${before.unit}, so it stays. Add a new kind for ${action.unit}.`,
      )
    facts.put('readingKind', kindRow(action, siteId))
  },
  words: kindWords,
}

function kindRow(of: Omit<AddReadingKind, 'kind' | 'key' | 'at'>, siteId: string): ReadingKindRow {
  const { readingKindId: id, name, unit, lower, upper, models, corrections } = of
  return { id, siteId, name, unit, lower, upper, models, corrections }
}

function kindWords({ name, unit, lower, upper }: Pick<AddReadingKind, 'name' | 'unit' | 'lower' | 'upper'>): string {
  const limits =
    lower === null && upper === null ? 'no limits' : `limits ${lower ?? 'none'} to ${upper ?? 'none'} ${unit}`
  return `${name}, ${limits}`
}
