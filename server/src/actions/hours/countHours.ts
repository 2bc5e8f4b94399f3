import type { CountHours } from '@diatribon/contract'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const countHours: ActionKind<CountHours> = {
  right: 'count hours',

  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, meterHours, meterWasReset, newMeterBeganAt, oldMeterEndedAt = null } = action
    const meterBeganAt = newMeterBeganAt ?? (meterWasReset ? 0 : null)
    await placeEvidence(
      facts,
      usageRow({ seq, siteId, printerId, kind: 'meter', at, meterHours, meterBeganAt, oldMeterEndedAt }),
    )
  },

  async amend(facts, original, amendment) {
    const { correction } = amendment.action
    if (correction && (correction.meterHours ?? correction.meterWasReset) === undefined)
      throw new Refusal(400, 'bad-input', 'A count is corrected by its meter hours, or by whether the meter was reset.')
    const { meterHours, meterWasReset } = correction ?? {}
    await amendEvidence(facts, original, amendment, (row) => ({
      meterHours: meterHours ?? row.meterHours,
      ...(meterWasReset === undefined ? {} : { meterBeganAt: meterWasReset ? 0 : null }),
    }))
  },

  correctable: ({ meterHours, meterWasReset = false }) => ({ meterHours, meterWasReset }),

  words: ({ meterHours, meterWasReset, newMeterBeganAt, oldMeterEndedAt }) => {
    const said = (value: number) => value.toLocaleString('en-GB')
    const began =
      newMeterBeganAt !== undefined
        ? `another meter, begun at ${said(newMeterBeganAt)} h`
        : meterWasReset && 'meter was reset'
    const more = [began, oldMeterEndedAt !== undefined && `the old one ended at ${said(oldMeterEndedAt)} h`].filter(
      Boolean,
    )
    return `Meter at ${said(meterHours)} h${more.length > 0 ? ` (${more.join('; ')})` : ''}`
  },
}
