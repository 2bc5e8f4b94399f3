import { Radio, Stack } from '@mantine/core'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { NoteField } from '../ui/NoteField.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'

/** A test print after a repair, passed or not. */
export function TestPrintForm({ printer, onClose }: { printer: { id: string; name: string }; onClose: () => void }) {
  const { choice, list, words, sheet } = useDraft(
    { passed: '', note: '', photos: [] as string[] },
    { kind: 'record-test-print', done: 'Test print written', onClose },
  )
  return (
    <ActionDialog
      title={`Test print: ${printer.name}`}
      verb="Write"
      {...sheet(({ passed, ...rest }) => ({
        kind: 'record-test-print',
        printerId: printer.id,
        passed: passed === 'yes',
        ...told(rest),
      }))}
    >
      <CautionBox words={['Hot and moving: stay with it, watch the first layer down, keep the switch within reach.']} />
      <p>The same piece as before, in flat mid-grey, looked at with light from the side.</p>
      <Radio.Group label="How did it come out?" {...choice('passed')}>
        <Stack gap="xs" mt={6}>
          <Radio value="yes" size="md" label="Passed: as good as before the fault" />
          <Radio value="no" size="md" label="Not passed" />
        </Stack>
      </Radio.Group>
      <NoteField {...words('note')} />
      <PhotosField label="Photo of the piece" {...list('photos')} />
    </ActionDialog>
  )
}
