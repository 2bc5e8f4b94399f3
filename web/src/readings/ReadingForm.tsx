import { Select } from '@mantine/core'
import { useState } from 'react'

import { ListenButton } from '../bench/ListenButton.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { useAction } from '../ui/useAction.ts'
import { WhenField } from '../ui/dates.tsx'
import { useReadingKinds } from './reads.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** One measured value, typed. */
export function ReadingForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Kept', onClose)
  const { data: kinds = [] } = useReadingKinds()
  const [name, setName] = useState<string | null>(null)
  const [value, setValue] = useState<number>()
  const [note, setNote] = useState('')
  const [at, setAt] = useState<string>()
  const kind = kinds.find((k) => k.name === name)
  return (
    <ActionDialog
      title={`Keep a reading: ${printer.name}`}
      verb="Keep"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        kind &&
        value !== undefined &&
        void submit({
          kind: 'record-reading',
          printerId: printer.id,
          values: [{ name: kind.name, value, unit: kind.unit }],
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(at ? { at } : {}),
        })
      }
    >
      <Select
        label="What was measured?"
        required
        searchable
        data={kinds.map((k) => k.name)}
        value={name}
        onChange={setName}
        error={fields['values.0.name']}
      />
      <FigureField
        label={kind ? `Value, in ${kind.unit}` : 'Value'}
        required
        size="lg"
        value={value}
        onChange={setValue}
        error={fields['values.0.value']}
      />
      {kind?.unit === 'Hz' && <ListenButton onPitch={(hz) => setValue(Math.round(hz * 10) / 10)} />}
      <NoteField value={note} onChange={setNote} />
      <WhenField value={at} onChange={setAt} error={fields.at} />
    </ActionDialog>
  )
}
