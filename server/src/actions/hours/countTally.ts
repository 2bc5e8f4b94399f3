import type { CountTally } from '@diatribon/contract'
import { amendEvidence } from '../pieces/amendEvidence.ts'
import { placeEvidence, usageRow } from '../pieces/placeEvidence.ts'
import type { ActionKind } from '../actionKind.ts'

export const countTally: ActionKind<CountTally> = {
  right: 'count hours',
  async apply(facts, { seq, siteId, at, action }) {
    const { printerId, from, prints, minutesEach } = action
    const hours = (prints * minutesEach) / 60
    await placeEvidence(
      facts,
      usageRow({ seq, siteId, printerId, kind: 'tally', fromAt: new Date(from), at, hours, prints }),
    )
  },
  async amend(facts, original, amendment) {
    await amendEvidence(facts, original, amendment, ({ hours }) => ({
      hours: amendment.action.correction?.hours ?? hours,
    }))
  },
  correctable: ({ prints, minutesEach }) => ({ hours: (prints * minutesEach) / 60 }),
  words: ({ prints, minutesEach, from }) =>
    `${prints.toLocaleString('en-GB')} prints of about ${minutesEach.toLocaleString('en-GB')} min since ${from.slice(0, 10)}`,
}
