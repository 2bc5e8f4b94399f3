import { Radio, Select, Stack, Textarea } from '@mantine/core'
import { usualTopic, type FaultPage } from '@diatribon/contract'
import { useDraft, type DraftForm } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { FigureField } from '../ui/figures.tsx'
import { PhotosField } from '../ui/PhotosField.tsx'
import { causesOffered, closeFault, closingBegun, type ClosingDraft } from './closing.ts'
import { BroughtAboutField, TopicField } from '../forms/ClosingFields.tsx'

/** What it was, who or what brought it about, what was done, and whether for good. */
export function CloseFaultForm({ page, onClose }: { page: FaultPage; onClose: () => void }) {
  const { fault, printer, partsChanged } = page
  const { nowMs, dayHere } = useSession()
  const form = useDraft(() => closingBegun(page, nowMs(), dayHere(7)), {
    kind: 'close-fault',
    done: 'Fault closed',
    onClose,
  })
  const { draft, words, figure, choice, list } = form
  return (
    <ActionDialog
      title={`Close the fault: ${printer.name}`}
      verb="Close it"
      {...form.sheet((draft) => closeFault(page, draft))}
    >
      <p style={{ marginTop: 0 }}>{fault.symptom}</p>
      <CauseFields page={page} form={form} />
      <Textarea
        label="What was done?"
        description={
          partsChanged.length > 0
            ? `Parts changed: ${partsChanged.map((one) => one.words).join('; ')}`
            : 'No part was changed for it. Swap parts first, if any were.'
        }
        mt="sm"
        autosize
        minRows={2}
        {...words('what')}
      />
      <FigureField label="Minutes of work" {...figure('minutes')} />
      <Radio.Group label="Mended for good?" mt="sm" {...choice('permanence')}>
        <Stack gap="xs" mt={6}>
          <Radio value="permanent" size="md" label="Permanent" />
          <Radio value="temporary" size="md" label="Temporary: we come back to it" />
        </Stack>
      </Radio.Group>
      {draft.permanence === 'temporary' && (
        <>
          <Textarea label="What is promised?" mt="sm" autosize {...words('promised', 'promise.what')} />
          <DayField label="By which day?" mt="sm" {...choice('dueDate', 'promise.dueDate')} />
        </>
      )}
      <PhotosField label="Photo before" {...list('photosBefore')} />
      <PhotosField label="Photo after" {...list('photosAfter')} />
    </ActionDialog>
  )
}

function CauseFields({ page, form }: { page: FaultPage; form: DraftForm<ClosingDraft> }) {
  const { draft, set, words, oneOf, choice } = form
  const causes = causesOffered(page)
  const known = causes.find(({ id }) => id === draft.causeId)?.mechanism ?? ''
  return (
    <>
      <Select
        label="What was it?"
        data={[
          ...causes.map(({ id, name }) => ({ value: id, label: name })),
          { value: 'other', label: 'Another cause, in own words below' },
        ]}
        data-autofocus
        {...oneOf('causeId')}
      />
      <Textarea
        label="What exactly was wrong?"
        mt="sm"
        autosize
        {...words('mechanism')}
        value={draft.mechanism ?? known}
      />
      <BroughtAboutField
        value={draft.broughtAbout}
        onChange={(by) => {
          set('broughtAbout', by)
          set('topic', usualTopic[by])
        }}
      />
      <TopicField {...choice('topic')} />
    </>
  )
}
