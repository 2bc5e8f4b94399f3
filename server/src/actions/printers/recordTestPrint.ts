import type { RecordTestPrint } from '@diatribon/contract'
import type { ActionKind } from '../actionKind.ts'
import { requireHere } from '../pieces/requireHere.ts'

export const recordTestPrint: ActionKind<RecordTestPrint> = {
  right: 'work on faults',
  photos: ({ photos = [] }) => photos,
  apply(facts, { seq, siteId, personId, at, action }) {
    const { printerId, passed } = action
    requireHere(facts.printer(printerId))
    facts.put('testPrint', { seq, siteId, printerId, at, passed, personId })
  },
  words: ({ passed }) => (passed ? 'Passed' : 'Not passed'),
}
