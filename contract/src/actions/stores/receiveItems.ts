import Joi from 'joi'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Pieces have come in: bought, or printed here. */
export interface ReceiveItems extends ActionHeader<'receive-items'> {
  lines: {
    itemId: string
    pieces: number
    /** For all of them, minor units; null: not known. */
    paidMinor: number | null
  }[]
  supplier?: string
  /** Printed here, on which printer. */
  printedOn?: string
  /** The job of that printer that printed them. */
  jobId?: string
  note?: string
}

export const receiveItems: ActionShape<ReceiveItems> = {
  schema: siteAction<ReceiveItems>('receive-items', {
    lines: Joi.array()
      .items(
        Joi.object({
          itemId: uuid.required(),
          pieces: Joi.number().integer().min(1).max(1_000_000).required(),
          paidMinor: Joi.number().integer().min(0).max(1_000_000_000).allow(null).required(),
        }),
      )
      .min(1)
      .max(200)
      .unique('itemId')
      .required(),
    supplier: words(120),
    printedOn: uuid,
    jobId: uuid,
    note: words(2000),
  })
    .with('jobId', 'printedOn')
    .messages({ 'object.with': 'a job was printed on some printer: say which' }),
  summary: 'Take pieces into the stores.',
}
