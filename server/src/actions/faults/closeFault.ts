import { given } from '@diatribon/core'
import type { CloseFault } from '@diatribon/contract'
import { comesUp, goesDown, onHold, openWork } from '../pieces/down.ts'
import { openFault } from '../pieces/openFault.ts'
import { faultsThatStop, returnItems } from '../../rules/returnToService.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'
import { dutyRow } from '../pieces/dutyRow.ts'

export const closeFault: ActionKind<CloseFault> = {
  right: 'close faults',
  photos: ({ photosBefore = [], photosAfter = [] }) => [...photosBefore, ...photosAfter],
  async work(facts, { causeId, printerId }) {
    // Nobody but a qualified person says that something on the mains side is in order.
    const cause = causeId ? await facts.get('cause', causeId, 'cause') : null
    return {
      signOffs: cause?.content.signOff === 'mains' ? ['mains'] : [],
      modelId: facts.printer(printerId).modelId,
      toConfirm: null,
    }
  },
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, faultId, causeId, promise, mechanism, broughtAbout, topic, what, minutes, permanence } = action
    const { photosBefore, photosAfter } = action
    const printer = facts.printer(printerId)
    const fault = await openFault(facts, faultId, printerId)
    if (at < fault.reportedAt)
      throw new Refusal(409, 'time-reversed', 'A fault cannot be closed before it was reported.')
    if (causeId) await facts.get('cause', causeId, 'cause')
    const duty = promise && (await dutyRow(facts, { ...promise, printerId, siteId, personId, at, seq }))
    const { hours } = await countersAt(facts, printer, at)
    await facts.flush()
    const { items, rules } = await returnItems(facts.db, printer, at)
    const hasChanges = items.some(
      ({ upsetId }) => upsetId !== null && !given(rules.find(({ id }) => id === upsetId)).events.includes('fault'),
    )
    const others = (await faultsThatStop(facts.db, printerId)).filter(({ id }) => id !== faultId)
    for (const span of await openWork(facts, printerId))
      if (span.faultId === faultId) facts.put('workSpan', { ...span, untilAt: at > span.fromAt ? at : span.fromAt })
    if (duty) facts.put('duty', { ...duty, promiseOf: faultId })
    facts.put('fault', {
      ...fault,
      closedAt: at,
      closedSeq: seq,
      closedHours: hours,
      closedBy: personId,
      causeId,
      closing: { mechanism, broughtAbout, topic, what, minutes, permanence, photosBefore, photosAfter },
    })
    if (printer.holdReason !== null) return
    // What a repair has upset is put right before the printer is used again.
    if (hasChanges) {
      await goesDown(facts, { seq, siteId, printerId, at, faultId })
      facts.put('printer', onHold(printer, `Repaired, not yet released: ${fault.symptom}`.slice(0, 500), at))
    } else if (others.length === 0) {
      await comesUp(facts, printerId, at)
      facts.put('printer', { ...printer, upsetSince: null })
    }
  },
  isOnlyCorrected: 'If a closed fault is still there, report it again: it is recognised as having come back.',
  async amend(facts, { action: original }, { action: { correction } }) {
    const { causeId, mechanism, broughtAbout, topic, minutes, text: what } = given(correction)
    const changed = Object.fromEntries(
      Object.entries({ mechanism, broughtAbout, topic, minutes, what }).filter(([, value]) => value !== undefined),
    )
    if (causeId === undefined && Object.keys(changed).length === 0)
      throw new Refusal(
        400,
        'bad-input',
        'A closed fault is corrected by its cause, who or what brought it about, the induction, the minutes or what was done.',
      )
    const fault = await facts.get('fault', original.faultId, 'fault', true)
    if (causeId !== undefined)
      for (const id of [causeId, fault.causeId])
        if (id && (await facts.get('cause', id, 'cause')).content.signOff === 'mains')
          throw new Refusal(
            409,
            'mains',
            'A cause on the mains side is for a qualified person to judge, not to be corrected on paper. Report the fault again and let that person close it.',
          )
    facts.put('fault', {
      ...fault,
      causeId: causeId === undefined ? fault.causeId : causeId,
      closing: { ...given(fault.closing), ...changed },
    })
  },
  correctable: ({ causeId, mechanism, broughtAbout, topic, minutes, what }) => ({
    causeId,
    mechanism,
    broughtAbout,
    topic,
    minutes,
    text: what,
  }),
  words: ({ causeId, what, broughtAbout, permanence, promise, minutes }, names) =>
    `${causeId ? `${names.cause(causeId)}: ` : ''}${what}. Brought about by ${broughtAbout}; ${permanence}, ${minutes} min` +
    (promise ? `. Promised: ${promise.what} by ${promise.dueDate}` : ''),
}
