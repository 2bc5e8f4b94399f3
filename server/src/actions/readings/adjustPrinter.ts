import { given } from '@diatribon/core'
import { eq } from 'drizzle-orm'
import type { AdjustPrinter } from '@diatribon/contract'
import { measured } from '../pieces/measured.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { adjustment } from '../../platform/tables.ts'
import { kindsNamed, readingRow, takeBackReadings } from '../pieces/readingRow.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const adjustPrinter: ActionKind<AdjustPrinter> = {
  right: 'measure printers',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, readings, what, to } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    const kinds = await kindsNamed(facts, readings)
    const named = readings.map((name, i) => {
      const kind = kinds.get(name.toLowerCase())
      if (!kind) throw badInput(`readings.${i}`, `${name} is no kind of reading here. Add it under Checks first.`)
      return kind
    })
    if (to !== undefined && named.length !== 1)
      throw badInput('to', 'What it is set to can be told of one reading only.')
    const { hours } = await countersAt(facts, printer, at)
    facts.put('adjustment', {
      seq,
      siteId,
      printerId,
      readings: named.map(({ name }) => name),
      what,
      at,
      takenBackSeq: null,
    })
    // What is set is read off at once: the corrections of such a value are its drift.
    if (to !== undefined)
      facts.put(
        'reading',
        readingRow({
          seq,
          place: 0,
          siteId,
          printerId,
          at,
          runHours: hours,
          name: given(named[0]).name,
          value: to,
          unit: given(named[0]).unit,
          source: 'adjustment',
        }),
      )
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack) throw new Refusal(400, 'bad-input', 'An adjustment can only be taken back.')
    await takeBackReadings(facts, original.seq, seq)
    const [row] = await facts.db.select().from(adjustment).where(eq(adjustment.seq, original.seq))
    facts.put('adjustment', { ...given(row), takenBackSeq: seq })
  },
  words: ({ readings, what, to }) =>
    `${readings.join(', ')}: ${what}${to === undefined ? '' : `, now ${measured(to)}`}`,
}
