import type { MakeDuty } from '@diatribon/contract'
import { badInput, Refusal } from '../platform/refusal.ts'
import type { ActionKind } from './actionKind.ts'
import type { Facts } from './facts.ts'

export const makeDuty: ActionKind<MakeDuty> = {
  right: 'make duties',
  async apply(facts, { seq, siteId, personId, at, action }) {
    facts.put('duty', await dutyRow(facts, { ...action, siteId, personId, at, seq }))
  },
  words: ({ what, dueDate, dueRunHours }) =>
    `${what} (by ${dueDate}${dueRunHours === undefined ? '' : `, at ${dueRunHours.toLocaleString('en-GB', { maximumFractionDigits: 0 })} h`})`,
}

/** A duty that somebody puts down. @throws Refusal for a day that is none, or an id that is taken */
export async function dutyRow(
  facts: Facts,
  of: Pick<MakeDuty, 'dutyId' | 'printerId' | 'what' | 'dueDate' | 'dueRunHours'> & {
    siteId: string
    personId: string
    at: Date
    seq: number
  },
) {
  const { dutyId, siteId, printerId, what, dueDate, dueRunHours = null, personId, at, seq } = of
  requireDay('dueDate', dueDate)
  if (await facts.look('duty', dutyId)) throw new Refusal(409, 'already-here', 'There is already a duty with this id.')
  return {
    id: dutyId,
    siteId,
    printerId,
    what,
    dueDate,
    dueRunHours,
    promiseOf: null,
    madeAt: at,
    madeBy: personId,
    madeSeq: seq,
    settledSeq: null,
  }
}

/** @throws Refusal when the calendar has no such day */
export function requireDay(field: string, day: string): void {
  if (Number.isNaN(Date.parse(day)) || new Date(day).toISOString().slice(0, 10) !== day)
    throw badInput(field, `There is no ${day} in the calendar.`)
}
