import { Textarea } from '@mantine/core'
import { useState } from 'react'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/WhenField.tsx'

/** A note on a printer, or for the whole workshop. */
export function NoteForm({ printer, onClose }: { printer: { id: string; name: string } | null; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Note written', onClose)
  const [text, setText] = useState('')
  const [at, setAt] = useState<string>()
  return (
    <ActionDialog
      title={printer ? `Note: ${printer.name}` : 'Note for the workshop'}
      verb="Write"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({ kind: 'note', text, ...(printer ? { printerId: printer.id } : {}), ...(at ? { at } : {}) })
      }
    >
      <Textarea
        label="What should the others know?"
        autosize
        minRows={4}
        maxLength={4000}
        required
        data-autofocus
        value={text}
        onChange={(e) => setText(e.currentTarget.value)}
        error={fields.text}
      />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
