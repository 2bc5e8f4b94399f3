import type { SetUpset } from '@diatribon/contract'
import { kindsNamed } from '../pieces/readingRow.ts'
import { badInput } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const setUpset: ActionKind<SetUpset> = {
  right: 'keep the checks',
  async apply(facts, { siteId, action }) {
    const { upsetId, changed, slotKinds, events, redo, restarts, also, caution, dropped = false } = action
    const { waitHours = 0, waitFor = null, signOff = null } = action
    await facts.look('upset', upsetId)
    for (const [i, id] of redo.entries())
      if (!(await facts.look('checkType', id)))
        throw badInput(`redo.${i}`, 'What is to be done again names a check that is not there.')
    const kinds = await kindsNamed(facts, restarts)
    restarts.forEach((name, i) => {
      if (!kinds.has(name.toLowerCase())) throw badInput(`restarts.${i}`, `There is no kind of reading called ${name}.`)
    })
    facts.put('upset', {
      id: upsetId,
      siteId,
      changed,
      slotKinds,
      events,
      redo,
      restarts,
      also,
      caution,
      waitHours,
      waitFor,
      signOff,
      dropped,
    })
  },
  words: ({ changed, redo, restarts, dropped }) =>
    dropped
      ? `After “${changed}” nothing is asked for any more`
      : `After “${changed}”: ${redo.length} checks, ${restarts.length} readings begin anew`,
}
