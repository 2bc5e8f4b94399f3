import { faultsThatStop } from '../../rules/returnToService.ts'
import type { Facts, FaultRow } from '../facts.ts'

/** Open faults that stop a printer, as this transaction sees them. */
export async function stopFaults(facts: Facts, printerId: string): Promise<FaultRow[]> {
  const found = await faultsThatStop(facts.db, printerId)
  return facts.loaded('fault', found).filter((row) => row.printerId === printerId && isStop(row))
}

const isStop = ({ mayGoOn, liftedSeq, closedSeq }: FaultRow) => !mayGoOn && liftedSeq === null && closedSeq === null
