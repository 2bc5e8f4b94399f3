import { testFields, type FaultTest } from '../../faults/knowledge.ts'
import { seenVersion, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A test of the knowledge: added, changed, or dropped. */
export interface SetTest extends ActionHeader<'set-test'>, Omit<FaultTest, 'id'> {
  /** The version that was seen; left out: last one wins. */
  version?: number
  testId: string
}

export const setTest: ActionShape<SetTest> = {
  schema: siteAction<SetTest>('set-test', { version: seenVersion, testId: uuid.required(), ...testFields }),
  summary: 'Add, change or drop a test of the knowledge.',
}
