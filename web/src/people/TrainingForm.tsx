import { Autocomplete } from '@mantine/core'
import { inductionTopics, type PersonHere } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { DayField } from '../ui/dates.tsx'
import { newKey } from '../ui/newKey.ts'
import { NoteField } from '../ui/NoteField.tsx'

/** Somebody was trained. */
export function TrainingForm({ person, onClose }: { person: PersonHere; onClose: () => void }) {
  const { dayHere } = useSession()
  const { words, choice, sheet } = useDraft(() => ({ trainingId: newKey(), topic: '', day: dayHere(), note: '' }), {
    kind: 'record-training',
    done: 'Written down',
    onClose,
  })
  return (
    <ActionDialog
      title={`Training: ${person.displayName}`}
      verb="Write it down"
      {...sheet(({ note, ...rest }) => ({
        kind: 'record-training',
        personId: person.id,
        ...rest,
        ...told({ note }),
      }))}
    >
      <Autocomplete label="In what?" data={[...inductionTopics]} data-autofocus {...choice('topic')} />
      <DayField label="On which day?" mt="sm" {...choice('day')} />
      <NoteField {...words('note')} />
    </ActionDialog>
  )
}
