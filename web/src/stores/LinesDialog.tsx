import { useState, type ReactNode } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { plural } from '../ui/words.ts'

/** A dialog in which figures stand beside items; without a single figure there is nothing to send. */
export function LinesDialog(props: {
  title: string
  /** What is done with so many items, such as "Receive 3 items". */
  verb: string
  verbOf: (items: string) => string
  lines: readonly unknown[]
  busy: boolean
  problem: unknown
  onClose: () => void
  onSend: () => void
  children: ReactNode
}) {
  const { title, verb, verbOf, lines, busy, problem, onClose, onSend, children } = props
  const [isEmpty, setEmpty] = useState(false)
  return (
    <ActionDialog
      title={title}
      verb={lines.length > 0 ? verbOf(plural(lines.length, 'item')) : verb}
      busy={busy}
      problem={isEmpty && lines.length === 0 ? new Error('Write down at least one figure.') : problem}
      onClose={onClose}
      onSubmit={() => {
        setEmpty(true)
        if (lines.length > 0) onSend()
      }}
    >
      {children}
    </ActionDialog>
  )
}
