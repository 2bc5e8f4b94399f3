import { symptomFields, type Symptom } from '../../faults/knowledge.ts'
import { seenVersion, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A symptom of the knowledge: added, changed, or dropped. */
export interface SetSymptom extends ActionHeader<'set-symptom'>, Omit<Symptom, 'id'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  symptomId: string
}

export const setSymptom: ActionShape<SetSymptom> = {
  schema: siteAction<SetSymptom>('set-symptom', { version: seenVersion, symptomId: uuid.required(), ...symptomFields }),
  summary: 'Add, change or drop a symptom of the knowledge.',
}
