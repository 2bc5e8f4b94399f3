import { Radio, Select, Stack, Textarea } from '@mantine/core'

import { PhotosField } from '../ui/PhotosField.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { newKey } from '../ui/newKey.ts'
import { told } from './told.ts'
import { useDraft } from './useDraft.ts'
import { useKnowledge } from '../reads/faults.ts'

/** What is wrong, and whether printing may go on. */
export function FaultForm(props: { printer: { id: string; name: string }; symptom?: string; onClose: () => void }) {
  const { printer, symptom = '', onClose } = props
  const { data: known } = useKnowledge()
  const { draft, words, choice, list, sheet } = useDraft(
    () => ({
      faultId: newKey(),
      symptom,
      symptomId: null as string | null,
      goOn: null as string | null,
      photos: [] as string[],
    }),
    { kind: 'report-fault', done: 'Fault reported: everybody sees it on the Floor', onClose },
  )
  const stopping = known?.symptoms.find(({ id, stop }) => stop && id === draft.symptomId)
  return (
    <ActionDialog
      title={`Report a fault: ${printer.name}`}
      verb="Report"
      {...sheet(({ faultId, symptom, symptomId, goOn, photos }) => ({
        kind: 'report-fault',
        printerId: printer.id,
        faultId,
        symptom,
        mayGoOn: goOn === 'yes',
        ...told({ symptomId: symptomId ?? undefined, photos }),
      }))}
    >
      <Textarea label="What do you see?" autosize minRows={3} data-autofocus {...words('symptom')} />
      <Select
        label="What is it most like? (optional)"
        mt="sm"
        searchable
        clearable
        data={(known?.symptoms ?? [])
          .filter(({ dropped }) => !dropped)
          .map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('symptomId')}
      />
      {stopping && (
        <p role="note">
          <b>This one stops the printer:</b> it goes on hold at once, until the cause is found and it is released.{' '}
          {stopping.caution}
        </p>
      )}
      <Radio.Group label="May printing go on?" mt="sm" mb="sm" {...choice('goOn', 'mayGoOn')}>
        <Stack gap="xs" mt={6}>
          <Radio value="yes" size="md" label="Yes, for now" />
          <Radio value="no" size="md" label="No. Smoke, smell, brown plugs: switch off and unplug first" />
        </Stack>
      </Radio.Group>
      <PhotosField label="Take a photo" {...list('photos')} />
    </ActionDialog>
  )
}
