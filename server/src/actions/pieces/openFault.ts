import { given } from '@diatribon/core'
import type { Facts, FaultRow } from '../facts.ts'
import { wallMoment } from '../../platform/wallClock.ts'
import { Refusal } from '../../platform/refusal.ts'

/** A fault of the printer that is not closed. @throws Refusal */
export async function openFault(facts: Facts, faultId: string, printerId: string): Promise<FaultRow> {
  const fault = await facts.get('fault', faultId, 'fault')
  if (fault.printerId !== printerId)
    throw new Refusal(409, 'fault-of-another-printer', 'This fault belongs to another printer.')
  if (fault.closedSeq !== null)
    throw fault.closing
      ? new Refusal(
          409,
          'already-closed',
          `This fault was closed already, ${wallMoment((await facts.site(fault.siteId)).timeZone, given(fault.closedAt))}: ${fault.closing.what}`,
        )
      : new Refusal(409, 'taken-back', 'This report was taken back: there is no such fault.')
  return fault
}
