import type { ConfirmCautions } from '@diatribon/contract'
import { checkWork, contentOf, openSheet, requireMayDo, requireStepUsable } from '../pieces/doing.ts'
import type { ActionKind } from '../actionKind.ts'

export const confirmCautions: ActionKind<ConfirmCautions> = {
  right: 'do checks',
  work: checkWork,
  whenSent: (facts, action) => requireStepUsable(facts, action, () => action.state),
  async apply(facts, { siteId, personId, at, action }) {
    const { printerId, sheetId, state } = action
    const sheet = await openSheet(facts, sheetId, printerId)
    await requireMayDo(facts, await contentOf(facts, sheet), { siteId, personId, printerId, at })
    const own = { state, personId, at: at.toISOString() }
    facts.put('checkSheet', { ...sheet, confirmed: [...sheet.confirmed.filter((c) => c.state !== state), own] })
  },
  words: ({ sheetId, state }, names) => `${names.sheet(sheetId).check}: cautions read, the printer is ${state}`,
}
