import { readingKindPayload, type ReadingKind } from '../../readings/readingKind.ts'
import { siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A kind of reading, so that values of it are kept and judged. */
export interface AddReadingKind extends ActionHeader<'add-reading-kind'>, Omit<ReadingKind, 'id'> {
  readingKindId: string
}

export const addReadingKind: ActionShape<AddReadingKind> = {
  schema: siteAction<AddReadingKind>('add-reading-kind', readingKindPayload),
  summary: 'Add a kind of reading with its unit and limits.',
}
