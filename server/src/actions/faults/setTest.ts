import type { SetTest } from '@diatribon/contract'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireCauses } from '../pieces/requireCauses.ts'

export const setTest: ActionKind<SetTest> = {
  right: 'keep the knowledge',
  async apply(facts, { siteId, action }) {
    const { testId: id, key: _, kind: __, at: ___, ...content } = action
    for (const [i, { likely }] of content.outcomes.entries())
      await requireCauses(facts, `outcomes.${i}.likely`, Object.keys(likely))
    const named = [...new Set(content.outcomes.flatMap(({ likely }) => Object.keys(likely)))]
    const sums = [
      content.outcomes.reduce((sum, { otherwise }) => sum + otherwise, 0),
      ...named.map((causeId) =>
        content.outcomes.reduce((sum, { likely, otherwise }) => sum + (likely[causeId] ?? otherwise), 0),
      ),
    ]
    if (sums.some((sum) => Math.abs(sum - 1) > 0.015))
      throw badInput('outcomes', 'Under each cause the chances of all outcomes must add up to 1.')
    await facts.look('faultTest', id)
    facts.put('faultTest', { id, siteId, content: { id, ...content } })
  },
  words: ({ name, dropped }) => (dropped ? `“${name}” is no longer among the tests` : name),
}
