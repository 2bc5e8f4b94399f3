import type { MakeDuty } from '@diatribon/contract'
import { Refusal } from '../../platform/refusal.ts'
import type { Facts } from '../facts.ts'
import { requireDay } from './requireDay.ts'

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
