import { printerAction, uuid, words, type ActionShape, type PrinterActionHeader } from '../../fields/action.ts'

/** Why a meter reading and the jobs since the one before do not agree. */
export interface ExplainGap extends PrinterActionHeader<'explain-gap'> {
  /** Key of the meter reading. */
  entryKey: string
  explanation: string
}

export const explainGap: ActionShape<ExplainGap> = {
  schema: printerAction<ExplainGap>('explain-gap', { entryKey: uuid.required(), explanation: words(1000).required() }),
  summary: 'Explain why a meter reading and the jobs before it differ.',
}
