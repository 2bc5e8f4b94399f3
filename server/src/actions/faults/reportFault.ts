import { and, eq, isNull, ne } from 'drizzle-orm'
import type { ReportFault } from '@diatribon/contract'
import { eventsOf, putEvent, takeBackEvents } from '../pieces/events.ts'
import { goesDown, openWork, upsetFrom, wasNotDownFor } from '../pieces/down.ts'
import { holdForStop } from '../pieces/holdForStop.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { Refusal } from '../../platform/refusal.ts'
import { fault as faultTable, faultStep } from '../../platform/tables.ts'
import type { ActionKind } from '../actionKind.ts'
import type { Facts, FaultRow } from '../facts.ts'
import { requireHere } from '../pieces/requireHere.ts'

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
      liftedAt: null,
      liftedSeq: null,
      liftedBy: null,
      liftedReason: null,
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
  follows: (facts, { printerId, symptomId, symptom }, person) =>
    holdForStop(facts, { printerId, symptomId, words: symptom }, person),
  async amend(facts, { seq: originalSeq, action: original }, { seq, personId, at, action: { correction } }) {
    const { faultId, printerId } = original
    const fault = await facts.get('fault', faultId, 'fault', true)
    if (correction) {
      if (correction.text === undefined)
        throw new Refusal(400, 'bad-input', 'A report is corrected by what was seen.', {
          'correction.text': 'correction.text is needed',
        })
      facts.put('fault', { ...fault, symptom: correction.text })
      return
    }
    const printer = facts.printer(printerId)
    const events = await eventsOf(facts, originalSeq)
    await requireUntouched(facts, fault)
    const { hours } = await countersAt(facts, printer, at)
    const left = await facts.db
      .select()
      .from(faultTable)
      .where(and(eq(faultTable.printerId, printerId), isNull(faultTable.closedSeq), ne(faultTable.id, faultId)))
    takeBackEvents(facts, events, seq)
    await wasNotDownFor(
      facts,
      { printerId, faultId },
      { heldAt: printer.heldAt, others: left.filter(({ mayGoOn, liftedSeq }) => !mayGoOn && liftedSeq === null) },
    )
    facts.put('fault', { ...fault, closedAt: at, closedSeq: seq, closedHours: hours, closedBy: personId })
    if (printer.holdReason === null && left.length === 0) facts.put('printer', { ...printer, upsetSince: null })
  },
  correctable: ({ symptom }) => ({ text: symptom }),
  words: ({ symptom, mayGoOn, reporter }) =>
    `${symptom}. Printing ${mayGoOn ? 'may go on' : 'should stop'}${reporter ? `. Seen by ${reporter}` : ''}`,
}

/** What was found out about a fault is not thrown away with its report. @throws Refusal */
async function requireUntouched(facts: Facts, fault: FaultRow): Promise<void> {
  if (fault.closedSeq !== null)
    throw new Refusal(
      409,
      'already-closed',
      'This fault was closed already. Correct the entry that closed it; what was reported stays.',
    )
  const tried = await facts.db
    .select({ id: faultStep.id })
    .from(faultStep)
    .where(and(eq(faultStep.faultId, fault.id), isNull(faultStep.takenBackSeq)))
    .limit(1)
  const atIt = (await openWork(facts, fault.printerId)).some(({ faultId }) => faultId === fault.id)
  if (tried.length > 0 || atIt)
    throw new Refusal(
      409,
      'worked-on',
      tried.length > 0
        ? 'Something was tested or changed for this report already. Close the fault instead, so that what was found is kept.'
        : 'Somebody is at work on this report. Lay it down first.',
    )
}
