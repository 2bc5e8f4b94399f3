import { materialFields, type MaterialContent } from '../../jobs/material.ts'
import { seenVersion, siteAction, uuid, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** What is usual for a material: added, changed or dropped. */
export interface SetMaterial extends ActionHeader<'set-material'>, MaterialContent {
  materialId: string
  /** The version that was seen; left out: it is new. */
  version?: number
}

export const setMaterial: ActionShape<SetMaterial> = {
  schema: siteAction<SetMaterial>('set-material', {
    materialId: uuid.required(),
    version: seenVersion,
    ...materialFields,
  }),
  summary: 'Say what is usual for a material: temperatures, enclosure, whether it is abrasive.',
}
