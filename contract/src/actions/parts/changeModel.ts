import { modelPayload } from '../../parts/modelFields.ts'
import type { ModelPayload } from './addModel.ts'
import { seenVersion, siteAction, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** A model as it is from now on. Its limits hold for all its printers; its slots for those taken in later. */
export interface ChangeModel extends ActionHeader<'change-model'>, ModelPayload {
  /** The version that was seen; left out: last one wins. */
  version?: number
}

export const changeModel: ActionShape<ChangeModel> = {
  schema: siteAction<ChangeModel>('change-model', { ...modelPayload, version: seenVersion }),
  summary: 'Change a printer model; printers taken in earlier keep their slots.',
}
