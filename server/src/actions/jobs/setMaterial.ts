import { materialCalled, type SetMaterial } from '@diatribon/contract'
import { material as materialTable } from '../../platform/tables.ts'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const setMaterial: ActionKind<SetMaterial> = {
  right: 'keep the knowledge',
  async apply(facts, { siteId, action }) {
    const { key: _, kind: __, at: ___, version: ____, materialId, ...content } = action
    const { name, alsoCalled, dropped } = content
    const others = facts
      .loaded('material', await facts.db.select().from(materialTable))
      .filter(({ id }) => id !== materialId)
    for (const called of [name, ...alsoCalled]) {
      const other = materialCalled(
        others.map((row) => row.content),
        called,
      )
      if (other && !dropped) throw badInput('name', `${other.name} is called ${called} already`)
    }
    facts.put('material', { id: materialId, siteId, content })
  },
  words: ({ name, nozzleFromC, nozzleToC, bedFromC, bedToC, enclosure, dropped }) =>
    `${name}${dropped ? ', not offered any more' : ''}: nozzle ${nozzleFromC} to ${nozzleToC} °C, bed ${bedFromC} to ${bedToC} °C, enclosure ${enclosure}`,
}
