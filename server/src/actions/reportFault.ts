import type { ReportFault } from '@diatribon/contract'
import { putEvent } from '../checks/events.ts'
import { goesDown, upsetFrom } from '../faults/down.ts'
import { countersAt } from '../hours/placeEvidence.ts'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { requireHere } from './retirePrinter.ts'

export const reportFault: ActionKind<ReportFault> = {
  right: 'report a fault',
  photos: ({ photos = [] }) => photos,
  async apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, faultId, symptom, symptomId = null, mayGoOn, photos = [], reporter = null } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (await facts.look('fault', faultId))
      throw new Refusal(409, 'already-here', 'There is already a fault with this id.')
    if (symptomId) await facts.get('symptom', symptomId, 'symptom')
    const { hours } = await countersAt(facts, printer, at)
    if (!mayGoOn) await goesDown(facts, { seq, siteId, printerId, at, faultId })
    facts.put('fault', {
      id: faultId,
      siteId,
      printerId,
      symptom,
      symptomId,
      mayGoOn,
      photos,
      reporter,
      reportedAt: at,
      reportedBy: personId,
      reportedSeq: seq,
      reportedHours: hours,
      closedAt: null,
      closedSeq: null,
      closedHours: null,
      closedBy: null,
      causeId: null,
      closing: null,
    })
    facts.put('printer', upsetFrom(printer, at))
    putEvent(facts, { seq, siteId, printerId, at, event: 'fault', words: symptom })
  },
  words: ({ symptom, mayGoOn, reporter }) =>
    `${symptom}. Printing ${mayGoOn ? 'may go on' : 'should stop'}${reporter ? `. Seen by ${reporter}` : ''}`,
}
