import type { RecordReading } from '@diatribon/contract'
import { measured } from '../pieces/measured.ts'
import { countersAt } from '../pieces/placeEvidence.ts'
import { badInput, Refusal } from '../../platform/refusal.ts'
import { kindFor, kindsNamed, readingRow, takeBackReadings } from '../pieces/readingRow.ts'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const recordReading: ActionKind<RecordReading> = {
  right: 'measure printers',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, values, instrument = null, mesh = null } = action
    const printer = facts.printer(printerId)
    requireHere(printer)
    if (mesh && new Set(mesh.heights.map((row) => row.length)).size > 1)
      throw badInput('mesh.heights', 'All rows of the bed heights must have as many points as the first.')
    const kinds = await kindsNamed(
      facts,
      values.map(({ name }) => name),
    )
    const { hours } = await countersAt(facts, printer, at)
    values.forEach(({ name, value, unit }, place) =>
      facts.put(
        'reading',
        readingRow({
          seq,
          place,
          siteId,
          printerId,
          at,
          runHours: hours,
          name: kindFor(kinds, { name, unit }, `values.${place}`).name,
          value,
          unit,
          source: instrument ? 'bench' : 'typed',
          instrument,
          // The mesh is kept once, with the first of its values.
          mesh: place === 0 ? mesh : null,
        }),
      ),
    )
  },
  async amend(facts, original, { seq, action }) {
    if (!action.takeBack)
      throw new Refusal(400, 'bad-input', 'A reading is put right by taking it back and recording it anew.')
    await takeBackReadings(facts, original.seq, seq)
  },
  words: ({ values, instrument }) =>
    `${instrument ? `${instrument}: ` : ''}${values
      .map(({ name, value, unit }) => `${name} ${measured(value)} ${unit}`)
      .join(', ')}`,
}
