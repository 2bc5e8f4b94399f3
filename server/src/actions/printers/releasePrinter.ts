import { given } from '@diatribon/core'
import type { ReleasePrinter } from '@diatribon/contract'
import { openLoan } from './lendPrinter.ts'
import { comesUp } from '../pieces/down.ts'
import { faultsThatStop, guardsOff, returnItems } from '../../rules/returnToService.ts'
import { wallTime } from '../../platform/wallClock.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const releasePrinter: ActionKind<ReleasePrinter> = {
  right: 'release a printer',
  async apply(facts, { siteId, at, action }) {
    const { printerId } = action
    const printer = facts.printer(printerId)
    if (printer.holdReason === null)
      throw new Refusal(409, 'not-on-hold', `${printer.name} is already in service; there is no hold to release.`)
    await facts.flush()
    const { db } = facts
    const out = await openLoan(facts, printerId)
    if (out)
      throw new Refusal(409, 'lent', `${printer.name} is lent to ${out.to}. Take it back first, then release it.`)
    const { timeZone } = await facts.site(siteId)
    const missing = [
      ...(await faultsThatStop(db, printerId)).map(({ symptom }) => `the fault “${symptom}” is not closed`),
      ...(await guardsOff(db, printerId)).map(({ name }) => `the guard “${name}” is off`),
      ...(await returnItems(db, printer, at)).items
        .filter(({ state }) => state === 'open')
        .map(({ kind, words, after, untilMs }) =>
          kind === 'wait'
            ? `${words} (until ${wallTime(timeZone, new Date(given(untilMs)))})`
            : `${kind === 'check' ? 'a check' : `“${words}”`} after “${after}”`,
        ),
    ]
    if (missing.length > 0)
      throw new Refusal(
        409,
        'not-put-right',
        `${printer.name} cannot be released yet. Still to be done or waived by a lead: ${missing.join('; ')}.`,
      )
    await comesUp(facts, printerId, at)
    facts.put('printer', {
      ...printer,
      holdReason: null,
      heldAt: null,
      upsetSince: null,
    })
  },
  words: ({ note }) => note ?? 'Back in service',
}
