import type { ComponentProps } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { plural } from '../ui/words.ts'

/** What is said of a dialog of lines without a single figure: there is nothing to send. */
export const noLine = 'Write down at least one figure.'

/** A dialog in which figures stand beside items. */
export function LinesDialog({
  verb,
  verbOf,
  lines,
  ...rest
}: ComponentProps<typeof ActionDialog> & {
  /** What is done with so many items, such as "Receive 3 items". */
  verbOf: (items: string) => string
  lines: readonly unknown[]
}) {
  return <ActionDialog verb={lines.length > 0 ? verbOf(plural(lines.length, 'item')) : verb} {...rest} />
}
