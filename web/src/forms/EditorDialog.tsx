import { Button, Textarea, TextInput } from '@mantine/core'
import type { ReactNode } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import type { FormAction } from '../session/useAction.ts'
import { useSetAction } from '../session/useSetAction.ts'

interface Props {
  /** What is edited: "symptom", "cause", "test". */
  what: string
  /** Its name as it was; null for a new one. */
  before: string | null
  name: string
  onName: (name: string) => void
  action: (dropped: boolean) => FormAction
  onClose: () => void
  /** The fields below the name, given what the server finds wrong with each. */
  children: (wrong: Record<string, string>) => ReactNode
}

/** The sheet in which a piece of the knowledge is written, changed or dropped. */
export function EditorDialog({ what, before, name, onName, action, onClose, children }: Props) {
  const { submit, problem, fields, busy } = useSetAction('Set', onClose)
  return (
    <ActionDialog
      title={before ? `Change: ${before}` : `A ${what}`}
      verb="Set"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() => void submit(action(false))}
    >
      <TextInput
        label="Name"
        required
        maxLength={120}
        data-autofocus
        value={name}
        onChange={(e) => onName(e.currentTarget.value)}
        error={fields.name}
      />
      {children(fields)}
      {before && (
        <Button variant="subtle" color="var(--overdue)" size="sm" mt="md" onClick={() => void submit(action(true))}>
          Drop this {what}
        </Button>
      )}
    </ActionDialog>
  )
}

/** A required text of some lines. */
export function WordsField(props: {
  label: string
  value: string
  onChange: (value: string) => void
  error: string | undefined
}) {
  const { onChange, ...rest } = props
  return (
    <Textarea {...rest} required mt="sm" autosize maxLength={1000} onChange={(e) => onChange(e.currentTarget.value)} />
  )
}
