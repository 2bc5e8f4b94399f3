import type { CheckBox } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { linesOfBox } from './setBox.ts'

export const checkBox: ActionKind<CheckBox> = {
  right: 'count stock',
  async apply(facts, { at, action }) {
    const { boxId, missing } = action
    const row = await facts.get('box', boxId, 'box')
    const unknown = missing.findIndex(({ what }) => !row.holds.some((line) => line.what === what))
    if (unknown >= 0)
      throw badInput(`missing.${unknown}.what`, `${row.name} need not hold that. Change its list first.`)
    facts.put('box', { ...row, checkedAt: at, missing })
  },
  words: ({ missing, note }) =>
    `${missing.length === 0 ? 'Whole' : `Missing: ${linesOfBox(missing)}`}${note ? `. ${note}` : ''}`,
}
