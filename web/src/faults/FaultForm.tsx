import { Radio, Select, Stack, Textarea } from '@mantine/core'
import { useState } from 'react'

import { PhotosField } from '../ui/PhotosField.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { newKey } from '../ui/newKey.ts'
import { useAction } from '../ui/useAction.ts'
import { useKnowledge } from './reads.ts'

/** What is wrong, and whether printing may go on. */
export function FaultForm(props: { printer: { id: string; name: string }; symptom?: string; onClose: () => void }) {
  const { printer, symptom: first = '', onClose } = props
  const { submit, problem, fields, busy } = useAction('Fault reported: everybody sees it on the Floor', onClose)
  const { data: known } = useKnowledge()
  const [symptom, setSymptom] = useState(first)
  const [symptomId, setSymptomId] = useState<string | null>(null)
  const [goOn, setGoOn] = useState<string | null>(null)
  const [photos, setPhotos] = useState<string[]>([])
  const [faultId] = useState(newKey)
  const stopping = known?.symptoms.find(({ id, stop }) => stop && id === symptomId)
  return (
    <ActionDialog
      title={`Report a fault: ${printer.name}`}
      verb="Report"
      busy={busy}
      problem={problem}
      onClose={onClose}
      onSubmit={() =>
        void submit({
          kind: 'report-fault',
          printerId: printer.id,
          faultId,
          symptom,
          mayGoOn: goOn === 'yes',
          ...(symptomId ? { symptomId } : {}),
          ...(photos.length > 0 ? { photos } : {}),
        })
      }
    >
      <Textarea
        label="What do you see?"
        required
        autosize
        minRows={3}
        maxLength={1000}
        data-autofocus
        value={symptom}
        onChange={(e) => setSymptom(e.currentTarget.value)}
        error={fields.symptom}
      />
      <Select
        label="What is it most like? (optional)"
        mt="sm"
        searchable
        clearable
        data={(known?.symptoms ?? [])
          .filter(({ dropped }) => !dropped)
          .map(({ id, name }) => ({ value: id, label: name }))}
        value={symptomId}
        onChange={setSymptomId}
      />
      {stopping && (
        <p role="note">
          <b>This one stops the printer:</b> it goes on hold at once, until the cause is found and it is released.{' '}
          {stopping.caution}
        </p>
      )}
      <Radio.Group label="May printing go on?" required mt="sm" mb="sm" value={goOn} onChange={setGoOn}>
        <Stack gap="xs" mt={6}>
          <Radio value="yes" size="md" label="Yes, for now" />
          <Radio value="no" size="md" label="No. Smoke, smell, brown plugs: switch off and unplug first" />
        </Stack>
      </Radio.Group>
      <PhotosField label="Take a photo" value={photos} onChange={setPhotos} />
    </ActionDialog>
  )
}
