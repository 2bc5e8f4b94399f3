import { Radio, Stack } from '@mantine/core'
import { useState } from 'react'
import { PhotosField } from '../ui/PhotosField.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { useAction } from '../ui/useAction.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** A test print after a repair, passed or not. */
export function TestPrintForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { submit, problem, fields, busy } = useAction('Test print written', onClose)
  const [passed, setPassed] = useState('')
  const [note, setNote] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  return (
    <ActionDialog
      title={`Test print: ${printer.name}`}
      verb="Write"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'record-test-print',
          printerId: printer.id,
          passed: passed === 'yes',
          ...(note.trim() ? { note: note.trim() } : {}),
          ...(photos.length > 0 ? { photos } : {}),
        })
      }
    >
      <CautionBox words={['Hot and moving: stay with it, watch the first layer down, keep the switch within reach.']} />
      <p>The same piece as before, in flat mid-grey, looked at with light from the side.</p>
      <Radio.Group label="How did it come out?" required value={passed} onChange={setPassed}>
        <Stack gap="xs" mt={6}>
          <Radio value="yes" size="md" label="Passed: as good as before the fault" />
          <Radio value="no" size="md" label="Not passed" />
        </Stack>
      </Radio.Group>
      <NoteField value={note} onChange={setNote} error={fields.note} />
      <PhotosField label="Photo of the piece" value={photos} onChange={setPhotos} />
    </ActionDialog>
  )
}
