import { boxLines, type BoxLine } from '../../stores/box.ts'
import { siteAction, uuid, words, type ActionHeader, type ActionShape } from '../../fields/action.ts'

/** Somebody has looked into the box. */
export interface CheckBox extends ActionHeader<'check-box'> {
  boxId: string
  missing: BoxLine[]
  note?: string
}

export const checkBox: ActionShape<CheckBox> = {
  schema: siteAction<CheckBox>('check-box', {
    boxId: uuid.required(),
    missing: boxLines.max(100).unique('what').required(),
    note: words(1000),
  }),
  summary: 'Say what was missing from a repair box.',
}
