import type { SetBox } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const setBox: ActionKind<SetBox> = {
  right: 'keep the stores',
  async apply(facts, { siteId, at, action }) {
    const { boxId, name, holds, home, checkEveryDays, retired = false } = action
    const before = await facts.look('box', boxId)
    if (before?.name.toLowerCase() !== name.toLowerCase() && (await facts.nameIsTaken('box', name)))
      throw new Refusal(409, 'name-taken', `There is already a box called ${name}.`)
    const now = before ?? { place: home, withPersonId: null, movedAt: at, packedAt: at, checkedAt: null, missing: [] }
    facts.put('box', { ...now, id: boxId, siteId, name, holds, home, checkEveryDays, retired })
  },
  words: ({ name, holds, home, retired }) =>
    retired ? `${name}: done away with` : `${name}, ${home}: ${linesOfBox(holds)}`,
}

export const linesOfBox = (lines: readonly { what: string; pieces: number }[]): string =>
  lines.map(({ what, pieces }) => `${pieces} × ${what}`).join(', ')
