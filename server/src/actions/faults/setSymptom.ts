import type { SetSymptom } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { requireCauses } from '../pieces/requireCauses.ts'

export const setSymptom: ActionKind<SetSymptom> = {
  right: 'keep the knowledge',
  async apply(facts, { siteId, action }) {
    const { symptomId: id, key: _, kind: __, at: ___, ...content } = action
    await requireCauses(
      facts,
      'causes',
      content.causes.map(({ causeId }) => causeId),
    )
    await facts.look('symptom', id)
    facts.put('symptom', { id, siteId, content: { id, ...content } })
  },
  words: ({ name, dropped, causes }) =>
    dropped ? `“${name}” is no longer among the symptoms` : `${name}: ${causes.length} causes`,
}
