import type { MakeDuty } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { dutyRow } from '../pieces/dutyRow.ts'

export const makeDuty: ActionKind<MakeDuty> = {
  right: 'make duties',
  async apply(facts, { seq, siteId, personId, at, action }) {
    facts.put('duty', await dutyRow(facts, { ...action, siteId, personId, at, seq }))
  },
  words: ({ what, dueDate, dueRunHours }) =>
    `${what} (by ${dueDate}${dueRunHours === undefined ? '' : `, at ${dueRunHours.toLocaleString('en-GB', { maximumFractionDigits: 0 })} h`})`,
}
