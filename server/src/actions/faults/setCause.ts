import type { SetCause } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'

export const setCause: ActionKind<SetCause> = {
  right: 'keep the knowledge',
  async apply(facts, { siteId, action }) {
    const { causeId: id, key: _, kind: __, at: ___, ...content } = action
    await facts.look('cause', id)
    facts.put('cause', { id, siteId, content: { id, ...content } })
  },
  words: ({ name, dropped }) => (dropped ? `“${name}” is no longer among the causes` : name),
}
