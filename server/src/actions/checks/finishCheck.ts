import { given, stepsOn } from '@diatribon/core'
import { eq } from 'drizzle-orm'
import type { FinishCheck } from '@diatribon/contract'
import { checkWork, contentOf, openSheet, requireMayDo } from '../pieces/doing.ts'
import { machineOf } from '../pieces/machineOf.ts'
import { Refusal } from '../../platform/refusal.ts'
import { checkSheet } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireNotOpen } from './beginCheck.ts'
import { resultsOf } from '../pieces/stepResults.ts'

export const finishCheck: ActionKind<FinishCheck> = {
  right: 'do checks',
  work: checkWork,
  async apply(facts, { siteId, seq, personId, at, action }) {
    const { printerId, sheetId } = action
    const sheet = await openSheet(facts, sheetId, printerId)
    const content = await contentOf(facts, sheet)
    await requireMayDo(facts, content, { siteId, personId, printerId, at })
    if (at < sheet.begunAt) throw new Refusal(409, 'time-reversed', 'A check cannot be finished before it was begun.')
    const results = await resultsOf(facts, sheetId)
    const asked = content.steps.some(({ needs }) => needs)
      ? stepsOn(content.steps, await machineOf(facts, printerId, at))
      : content.steps
    const missing = asked.filter(({ id, optional }) => !optional && !results.some(({ stepId }) => stepId === id))
    if (missing.length > 0)
      throw new Refusal(
        409,
        'steps-missing',
        `${content.name} is not done yet: ${missing.map(({ title }) => `“${title}”`).join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing.`,
      )
    facts.put('checkSheet', { ...sheet, finishedAt: at, finishedSeq: seq, finishedBy: personId, outcome: 'done' })
  },

  /** Taken back, the check is open again and its steps can be corrected. */
  async amend(facts, original, { action }) {
    if (!action.takeBack)
      throw new Refusal(400, 'bad-input', 'A check is corrected by taking its end back, and doing the step again.')
    await facts.flush()
    const found = await facts.db.select().from(checkSheet).where(eq(checkSheet.finishedSeq, original.seq))
    const sheet = facts.loaded('checkSheet', found).find(({ finishedSeq }) => finishedSeq === original.seq)
    const content = await contentOf(facts, given(sheet))
    await requireNotOpen(facts, given(sheet).printerId, given(sheet).checkTypeId, content.name)
    facts.put('checkSheet', { ...given(sheet), finishedAt: null, finishedSeq: null, finishedBy: null, outcome: null })
  },

  words: ({ sheetId }, names) => {
    const { check, found } = names.sheet(sheetId)
    return `${check} done: ${found}`
  },
}
