import type { NameSymptom } from '@diatribon/contract'
import { holdForStop } from '../pieces/holdForStop.ts'
import { openFault } from '../pieces/openFault.ts'
import type { ActionKind } from '../actionKind.ts'

export const nameSymptom: ActionKind<NameSymptom> = {
  right: 'work on faults',
  async apply(facts, { action }) {
    const { printerId, faultId, symptomId } = action
    const fault = await openFault(facts, faultId, printerId)
    await facts.get('symptom', symptomId, 'symptom')
    facts.put('fault', { ...fault, symptomId })
  },
  async follows(facts, { printerId, faultId, symptomId }, person) {
    const { symptom } = await facts.get('fault', faultId, 'fault')
    return holdForStop(facts, { printerId, symptomId, words: symptom }, person)
  },
  words: ({ symptomId }, names) => names.symptom(symptomId),
}
