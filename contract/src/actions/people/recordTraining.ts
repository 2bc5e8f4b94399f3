import { dayField, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody was trained. */
export interface RecordTraining extends ActionHeader<'record-training'> {
  trainingId: string
  personId: string
  topic: string
  day: string
  note?: string
}

export const recordTraining: ActionShape<RecordTraining> = {
  schema: siteAction<RecordTraining>('record-training', {
    trainingId: uuid.required(),
    personId: uuid.required(),
    topic: words(120).required(),
    day: dayField.required(),
    note: words(1000),
  }),
  summary: 'Record that somebody was trained in a topic.',
}
