import { Select } from '@mantine/core'
import { useState } from 'react'
import { printerEvents, type PrinterEvent } from '@diatribon/contract'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { NoteField } from '../ui/NoteField.tsx'

/** What happened to a printer, beside a part change: the checks that it calls for become due. */
export function EventForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Written down; what it calls for is due', onClose)
  const [event, setEvent] = useState<PrinterEvent | null>(null)
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  return (
    <ActionDialog
      title={`Something happened: ${printer.name}`}
      verb="Write it down"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        event &&
        void submit({
          kind: 'record-event',
          printerId: printer.id,
          event,
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <Select
        label="What happened?"
        description="Part changes need not be told here: they are known from the swap."
        required
        data={[...printerEvents]}
        value={event}
        onChange={(value) => setEvent(value as PrinterEvent | null)}
        error={fields.event}
      />
      <NoteField value={note} onChange={setNote} error={fields.note} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
