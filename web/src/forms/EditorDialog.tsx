import { Button, TextInput } from '@mantine/core'
import type { ReactNode } from 'react'
import type { FormAction } from '../session/useAction.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import type { DraftForm } from './useDraft.ts'

interface Props<Draft extends { name: string }> {
  /** What is edited: "symptom", "cause", "test". */
  what: string
  /** Its name as it was; null for a new one. */
  before: string | null
  form: DraftForm<Draft>
  action: (draft: Draft, dropped: boolean) => FormAction
  /** The fields below the name. */
  children: ReactNode
}

/** The sheet in which a line of a list is written, changed or dropped. */
export function EditorDialog<Draft extends { name: string }>(props: Props<Draft>) {
  const { what, before, form, action, children } = props
  return (
    <ActionDialog
      title={before ? `Change: ${before}` : `A ${what}`}
      verb="Set"
      {...form.sheet((draft) => action(draft, false))}
    >
      <TextInput label="Name" data-autofocus {...form.words('name' as Parameters<typeof form.words>[0])} />
      {children}
      {before && (
        <Button
          variant="subtle"
          color="var(--overdue)"
          size="sm"
          mt="md"
          onClick={() => void form.send(action(form.draft, true))}
        >
          Drop this {what}
        </Button>
      )}
    </ActionDialog>
  )
}
