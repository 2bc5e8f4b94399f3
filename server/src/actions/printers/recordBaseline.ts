import type { RecordBaseline } from '@diatribon/contract'
import { countersAt } from '../pieces/placeEvidence.ts'
import { readingRow } from '../pieces/readingRow.ts'
import type { ActionKind } from '../actionKind.ts'

export const recordBaseline: ActionKind<RecordBaseline> = {
  right: 'measure printers',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, step, values } = action
    const { hours } = await countersAt(facts, facts.printer(printerId), at)
    values.forEach(({ name, value = null, unit = null, choice = null }, i) =>
      facts.put(
        'reading',
        readingRow({
          seq,
          place: i,
          siteId,
          printerId,
          at,
          runHours: hours,
          step,
          name,
          value,
          unit,
          choice,
          isBaseline: true,
        }),
      ),
    )
  },
  words: ({ step, values }) =>
    `${step}: ${values
      .map(({ name, value, unit, choice }) =>
        [name, value?.toLocaleString('en-GB'), unit, choice].filter((word) => word !== undefined).join(' '),
      )
      .join(', ')}`,
}
