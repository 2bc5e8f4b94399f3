import type { CountHours } from '@diatribon/contract'
import { placeReading, recountFrom } from '../hours/placeReading.ts'
import { Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import { usage } from '../platform/tables.ts'
import { eq } from 'drizzle-orm'

export const countHours: ActionKind<CountHours> = {
  right: 'count hours',

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, meterHours, meterWasReset = false } = action
    await placeReading(facts, { seq, siteId, printerId, at, meterHours, meterWasReset, takenBackSeq: null })
  },

  async amend(facts, original, { seq, action }) {
    const { takeBack, correction } = action
    if (correction && (correction.meterHours ?? correction.meterWasReset) === undefined)
      throw new Refusal(400, 'bad-input', 'A count is corrected by its meter hours, or by whether the meter was reset.')
    await facts.flush()
    const [row] = await facts.db.select().from(usage).where(eq(usage.seq, original.seq))
    const printer = facts.printer(row!.printerId)
    await recountFrom(facts, printer, row!.at, seq, [
      {
        ...row!,
        meterHours: correction?.meterHours ?? row!.meterHours,
        meterWasReset: correction?.meterWasReset ?? row!.meterWasReset,
        takenBackSeq: takeBack ? seq : null,
      },
    ])
  },

  correctable: ({ meterHours, meterWasReset = false }) => ({ meterHours, meterWasReset }),

  words: ({ meterHours, meterWasReset }) =>
    `Meter at ${meterHours.toLocaleString('en-GB')} h${meterWasReset ? ' (meter was reset)' : ''}`,
}
