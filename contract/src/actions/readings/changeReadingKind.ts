import { readingKindPayload, type ReadingKind } from '../../readings/readingKind.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Limits of a kind of reading change; its name and unit stay, for readings go by them. */
export interface ChangeReadingKind extends ActionHeader<'change-reading-kind'>, Omit<ReadingKind, 'id'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  readingKindId: string
}

export const changeReadingKind: ActionShape<ChangeReadingKind> = {
  schema: siteAction<ChangeReadingKind>('change-reading-kind', { ...readingKindPayload, version: seenVersion }),
  summary: 'Change the limits of a kind of reading.',
}
