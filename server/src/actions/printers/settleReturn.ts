import type { SettleReturn } from '@diatribon/contract'
import { mayDo } from '@diatribon/contract'
import { testPrintItem } from '@diatribon/core'
import { returnItems } from '../../rules/returnToService.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const settleReturn: ActionKind<SettleReturn> = {
  right: 'work on faults',
  async work(facts, { printerId, item, waived }) {
    const printer = facts.printer(printerId)
    const id = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/.exec(item)?.[0]
    const isCheck = item.startsWith('check ')
    const upset = id && !isCheck ? await facts.look('upset', id) : null
    const check = id && isCheck ? await facts.look('checkType', id) : null
    const signOff = check ? check.content.signOff : (upset?.signOff ?? null)
    // A lead may waive what others must do, except on the mains side: there nobody decides but the qualified person.
    const asked = signOff && (!waived || signOff === 'mains') ? [signOff] : []
    return { signOffs: asked, modelId: printer.modelId, toConfirm: null }
  },
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, item, waived = null, note = null } = action
    const printer = facts.printer(printerId)
    const person = await facts.get('person', personId, 'person')
    if (waived && !mayDo(person.role, 'waive a return line'))
      throw new Refusal(403, 'no-right', 'Only a lead waives a line of the return to service. Do it, or ask a lead.')
    await facts.flush()
    const { items } = await returnItems(facts.db, printer, at)
    const line = items.find((one) => one.item === item)
    if (!line)
      throw new Refusal(
        409,
        'not-asked-for',
        `Nothing like that is asked for on ${printer.name} now. Look at the list again.`,
      )
    if (line.state !== 'open') throw new Refusal(409, 'already-settled', 'This line is settled already.')
    if (!waived && (line.kind === 'check' || line.kind === 'wait' || item === testPrintItem))
      throw new Refusal(
        409,
        'not-by-a-tick',
        line.kind === 'check'
          ? 'This line is settled by doing the check.'
          : line.kind === 'wait'
            ? 'This line is settled by waiting; a lead may waive it with a reason.'
            : 'This line is settled by a test print that has passed.',
      )
    facts.put('returnTick', { seq, siteId, printerId, at, item, waived, note, personId })
  },
  words: ({ words, waived }) => (waived ? `${words}: waived. Reason: ${waived}` : words),
}
