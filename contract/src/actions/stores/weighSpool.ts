import { jobFigures, siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A spool was put on the scale. */
export interface WeighSpool extends ActionHeader<'weigh-spool'> {
  spoolId: string
  grossGrams: number
  note?: string
}

export const weighSpool: ActionShape<WeighSpool> = {
  schema: siteAction<WeighSpool>('weigh-spool', {
    spoolId: uuid.required(),
    grossGrams: jobFigures.grams.required(),
    note: words(500),
  }),
  summary: 'Weigh a spool: what is left on it.',
}
