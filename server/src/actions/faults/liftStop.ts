import type { LiftStop } from '@diatribon/contract'
import { comesUp } from '../pieces/down.ts'
import { openFault } from '../pieces/openFault.ts'
import { stopFaults } from '../pieces/stopFaults.ts'
import { Refusal } from '../../platform/refusal.ts'
import type { ActionKind } from '../actionKind.ts'

export const liftStop: ActionKind<LiftStop> = {
  right: 'lift a stop',
  async work(facts, { faultId, printerId }) {
    // Whoever is on shift looks into what a passer-by reported; what one of us stopped, somebody lifts who may release.
    const fault = await facts.get('fault', faultId, 'fault')
    const { role } = await facts.get('person', fault.reportedBy, 'person')
    return {
      ...(role === 'visitor' ? {} : { role: { least: 'technician', forWhat: 'Lift a stop that staff reported' } }),
      signOffs: [],
      modelId: facts.printer(printerId).modelId,
      toConfirm: null,
    }
  },
  async apply(facts, { seq, personId, at, action }) {
    const { printerId, faultId, reason } = action
    const printer = facts.printer(printerId)
    const fault = await openFault(facts, faultId, printerId)
    if (fault.mayGoOn || fault.liftedSeq !== null)
      throw new Refusal(409, 'no-stop', `“${fault.symptom}” does not stop ${printer.name}: there is nothing to lift.`)
    const others = (await stopFaults(facts, printerId)).filter(({ id }) => id !== faultId)
    facts.put('fault', { ...fault, liftedAt: at, liftedSeq: seq, liftedBy: personId, liftedReason: reason })
    if (printer.holdReason === null && others.length === 0) await comesUp(facts, printerId, at)
  },
  words: ({ reason }) => reason,
}
