import { printerAction, uuid, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** What was reported is found to be a symptom of the knowledge. */
export interface NameSymptom extends PrinterActionHeader<'name-symptom'> {
  faultId: string
  symptomId: string
}

export const nameSymptom: ActionShape<NameSymptom> = {
  schema: printerAction<NameSymptom>('name-symptom', { faultId: uuid.required(), symptomId: uuid.required() }),
  summary: 'Name the symptom of a reported fault.',
}
